package raconteur.desktop.practice;

import java.util.Optional;
import java.util.function.Consumer;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.files.WholeFile;
import raconteur.casebook.report.SheetPdf;
import raconteur.core.handover.Sheet;
import raconteur.desktop.workshop.FilePicker;

/** Puts a sheet without pictures on paper: asks where, writes, says what came of it. */
record SheetFile(FilePicker files, Consumer<String> say) {
  void write(String title, String proposed, Sheet sheet) {
    files
        .toWrite(title, proposed)
        .ifPresent(
            file ->
                say.accept(
                    WholeFile.write(
                            file,
                            FileKind.PDF,
                            out -> SheetPdf.write(sheet, _ -> Optional.empty(), out))
                        .orElse("Written to " + file + ".")));
  }
}
