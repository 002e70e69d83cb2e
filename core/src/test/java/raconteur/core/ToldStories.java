package raconteur.core;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import java.util.stream.StreamSupport;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.History;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Step;
import raconteur.core.story.Told;

/** The stories of {@code stories.json}, and how the engine takes them. */
public final class ToldStories {
  /** Of a situation, which asks for next steps alone. */
  private static final int NO_RANK = 99;

  private static final String FOLDER = "/raconteur/core/stories/";
  private static final Map<String, Board> BOARDS = new ConcurrentHashMap<>();
  private static final Map<String, Advisor> ADVISORS = new ConcurrentHashMap<>();
  private static final Map<String, Advisor> AS_TYPED = new ConcurrentHashMap<>();

  private ToldStories() {}

  /** A board of the stories, or one that ships. */
  public static Board board(String id) {
    return BOARDS.computeIfAbsent(
        id,
        name -> {
          try (InputStream own = ToldStories.class.getResourceAsStream(FOLDER + name + ".json")) {
            return Boards.parse(
                own == null
                    ? Boards.text(name)
                    : new String(own.readAllBytes(), StandardCharsets.UTF_8));
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
  }

  /** All of them, in the order of the file. */
  public static List<ToldStory> all() {
    try (InputStream in = ToldStories.class.getResourceAsStream(FOLDER + "stories.json")) {
      List<ToldStory> stories = new ArrayList<>();
      for (JsonNode node : new ObjectMapper().readTree(in).get("stories")) {
        stories.add(
            new ToldStory(
                node.get("story").asText(),
                node.get("board").asText(),
                texts(node, "lines"),
                texts(node, "truth"),
                node.path("rank").asInt(NO_RANK),
                percents(node, "least"),
                percents(node, "most"),
                texts(node, "above"),
                texts(node, "steps"),
                texts(node, "not steps")));
      }
      return stories;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static List<String> texts(JsonNode node, String name) {
    JsonNode value = node.get(name);
    if (value == null) {
      return List.of();
    }
    return value.isTextual()
        ? List.of(value.asText())
        : StreamSupport.stream(value.spliterator(), false).map(JsonNode::asText).toList();
  }

  private static Map<String, Double> percents(JsonNode node, String name) {
    Map<String, Double> all = new LinkedHashMap<>();
    if (node.has(name)) {
      node.get(name).properties().forEach(e -> all.put(e.getKey(), e.getValue().asDouble()));
    }
    return all;
  }

  /** One story and what is asked of its end. */
  public record ToldStory(
      String story,
      String board,
      List<String> lines,
      List<String> truth,
      int rank,
      Map<String, Double> least,
      Map<String, Double> most,
      List<String> above,
      List<String> steps,
      List<String> notSteps) {

    /** What did not come out as it should; empty where all did. */
    public List<String> wrong() {
      return wrong(
          ADVISORS.computeIfAbsent(
              board, id -> new Advisor(ToldStories.board(id), History.NONE, 3)));
    }

    /** The same on the board as somebody types it in, who has only its parts and its nets. */
    public List<String> wrongAsTyped() {
      return wrong(
          AS_TYPED.computeIfAbsent(
              board, id -> new Advisor(Boards.asTyped(ToldStories.board(id)), History.NONE, 3)));
    }

    private List<String> wrong(Advisor advisor) {
      Advisor.Advice advice = advisor.advise(Stories.of(lines.toArray(String[]::new)));
      List<String> wrong = new ArrayList<>();
      for (Told told : advice.telling().lines()) {
        if (told.meaning() instanceof Told.Unread) {
          wrong.add("cannot be said: " + told.entry().line());
        }
      }
      if (!wrong.isEmpty()) {
        return wrong;
      }
      Diagnosis diagnosis = advice.diagnosis();
      if (rankOfTruth(diagnosis) > rank) {
        wrong.add(
            "truth is "
                + (rankOfTruth(diagnosis) == 99 ? "not there" : "place " + rankOfTruth(diagnosis)));
      }
      least.forEach(
          (p, percent) -> {
            if (percentOf(diagnosis, p) < percent) {
              wrong.add(said(p, percentOf(diagnosis, p), "under", percent));
            }
          });
      most.forEach(
          (p, percent) -> {
            if (percentOf(diagnosis, p) > percent) {
              wrong.add(said(p, percentOf(diagnosis, p), "over", percent));
            }
          });
      for (String order : above) {
        String[] two = order.split(" > ", 2);
        if (percentOf(diagnosis, two[0]) <= percentOf(diagnosis, two[1])) {
          wrong.add(two[0] + " not above " + two[1]);
        }
      }
      if (!steps.isEmpty() || !notSteps.isEmpty()) {
        List<String> titles = advisor.nextSteps(advice).stream().limit(6).map(Step::title).toList();
        for (String step : steps) {
          if (titles.stream().noneMatch(t -> Pattern.compile(step).matcher(t).find())) {
            wrong.add("no step " + step);
          }
        }
        for (String step : notSteps) {
          if (advisor.nextSteps(advice).stream()
              .limit(6)
              .anyMatch(t -> Pattern.compile(step).matcher(t.title() + " " + t.caution()).find())) {
            wrong.add("step " + step);
          }
        }
      }
      return wrong;
    }

    private static String said(String place, double percent, String how, double limit) {
      return String.format(Locale.ROOT, "%s %.0f %% %s %.0f", place, percent, how, limit);
    }

    private static boolean is(Suspect suspect, String truth) {
      // The contacts of a socket are told as one where none of them stands out.
      String place = suspect.place().toString().replace("joints of ", "contact of ");
      return Pattern.compile("^" + truth + "(?![0-9])").matcher(place).find();
    }

    /** Which place the first of what was truly wrong has; 99 where it has none. */
    private int rankOfTruth(Diagnosis diagnosis) {
      int place = 1;
      if (truth.contains("sound")
          && diagnosis.suspects().stream().allMatch(s -> s.probability() < diagnosis.soundness())) {
        return 1;
      }
      for (Suspect suspect : diagnosis.suspects()) {
        if (truth.stream().anyMatch(t -> is(suspect, t))) {
          return place;
        }
        place++;
      }
      return 99;
    }

    private static double percentOf(Diagnosis diagnosis, String place) {
      return diagnosis.suspects().stream()
          .filter(s -> s.place().toString().equals(place))
          .mapToDouble(s -> 100 * s.probability())
          .max()
          .orElse(0);
    }
  }
}
