package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import raconteur.core.ToldStories;

/**
 * Boards as their owners have them, parts listed and nets typed and nothing else: a small computer,
 * a game's main board, a home computer, a game of counters and gates without a processor, and a
 * handheld of which only the parts are known. What is told on them, and who must lead.
 */
class LeadersTest {
  private static final Map<String, Bench> BENCHES = new ConcurrentHashMap<>();

  @ParameterizedTest
  @CsvFileSource(resources = "/raconteur/core/stories/leaders.txt", delimiter = '|')
  void theCulpritLeads(String board, String lines, String place) {
    Bench bench = BENCHES.computeIfAbsent(board, b -> new Bench(ToldStories.board(b)));
    assertThat(bench.leaders(lines, 1)).containsExactly(place);
  }
}
