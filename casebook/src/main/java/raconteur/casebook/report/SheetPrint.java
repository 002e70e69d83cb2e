package raconteur.casebook.report;

import java.awt.print.PrinterException;
import java.awt.print.PrinterJob;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Optional;
import java.util.function.Function;
import javax.print.PrintService;
import javax.print.PrintServiceLookup;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.printing.PDFPageable;
import raconteur.casebook.files.WholeFile;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.Picture;
import raconteur.core.handover.Sheet;

/** Prints a sheet on the printer the machine takes for its own. */
public final class SheetPrint {
  private SheetPrint() {}

  /** Prints a sheet; one sentence on how it went. */
  public static Outcome<String> print(Sheet sheet, Function<String, Optional<Picture>> pictures) {
    return print(sheet.title(), out -> SheetPdf.write(sheet, pictures, out));
  }

  /**
   * Prints what is written as PDF; one sentence on how it went.
   *
   * @param title what the printer's list calls it
   */
  public static Outcome<String> print(String title, WholeFile.Body written) {
    Optional<PrintService> printer =
        Optional.ofNullable(PrintServiceLookup.lookupDefaultPrintService());
    if (printer.isEmpty()) {
      return new Outcome.Failed<>("No printer is set up here: save the PDF and print that.");
    }
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    try {
      written.write(pdf);
      try (PDDocument document = Loader.loadPDF(pdf.toByteArray())) {
        PrinterJob job = PrinterJob.getPrinterJob();
        job.setPrintService(printer.get());
        job.setPageable(new PDFPageable(document));
        job.setJobName(title);
        job.print();
      }
      return new Outcome.Done<>("Sent to " + printer.get().getName() + ".");
    } catch (IOException | PrinterException e) {
      return new Outcome.Failed<>(
          printer.get().getName() + " did not take it: save the PDF and print that.");
    }
  }
}
