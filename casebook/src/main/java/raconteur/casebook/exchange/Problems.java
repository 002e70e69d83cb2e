package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.List;
import raconteur.core.data.Issue;

/** Collects what is wrong in one file; past a limit it only counts. */
final class Problems {
  private static final int MOST_LISTED = 200;

  private final String file;
  private final List<Issue> issues = new ArrayList<>();
  private int more;

  Problems(String file) {
    this.file = file;
  }

  void add(int line, String reason) {
    if (issues.size() < MOST_LISTED) {
      issues.add(new Issue(file, line, line == 0 ? 0 : 1, "", reason));
    } else {
      more++;
    }
  }

  List<Issue> list() {
    if (more == 0) {
      return List.copyOf(issues);
    }
    List<Issue> all = new ArrayList<>(issues);
    all.add(new Issue(file, 0, 0, "", "and " + more + " more problems"));
    return all;
  }
}
