package raconteur.casebook.exchange;

import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.data.Issue;

/**
 * What a file was understood to say, before anything of it is kept.
 *
 * @param format the kind of file, in words
 * @param board what came out of it, checked
 * @param understood what was found, with counts
 * @param missing what a board can have and this file has not
 * @param parts what each part was taken for; empty for a board pack, which names its devices
 * @param problems lines that were passed over or look wrong, with their line
 */
public record Imported(
    String format,
    Board board,
    List<String> understood,
    List<String> missing,
    List<Issue> problems,
    List<ImportedPart> parts) {
  public Imported {
    understood = List.copyOf(understood);
    missing = List.copyOf(missing);
    problems = List.copyOf(problems);
    parts = List.copyOf(parts);
  }
}
