package raconteur.casebook.store;

import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Predicate;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.JdbiException;
import org.jdbi.v3.core.statement.StatementContext;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFiles;
import raconteur.core.story.Case;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;

/**
 * All cases, in one SQLite file. Every accepted entry is on the disk when the call returns (WAL,
 * synchronous FULL), and two programs may write to one file at the same time. Thread safe; one
 * connection, calls take turns.
 */
public final class Casebook implements AutoCloseable {
  private final Path file;
  private final Path opened;
  private final Optional<Object> key;
  private final Handle handle;
  private final Clock clock;
  private final Rows rows = new Rows();
  private boolean closed;

  private Casebook(Path file, Handle handle, Clock clock) {
    this.file = file;
    this.opened = OpenFiles.real(file);
    this.key = Opening.key(file);
    this.handle = handle;
    this.clock = clock;
    OpenFiles.add(opened);
  }

  /**
   * Opens a casebook file, making it where there is none and no copy says that there was one. A
   * restoring that was broken off is finished first.
   */
  public static Outcome<Casebook> open(Path file, Clock clock) {
    return new Opening(file).opened(handle -> new Casebook(file, handle, clock));
  }

  /**
   * Looks at every row by a connection of its own, while others go on, and says what cannot be read
   * and how it is shown instead; a sentence each. An index of the search that is damaged is made
   * again. Takes as long as reading the file twice.
   */
  public List<String> lookThrough() {
    try (Casebook still = still()) {
      Optional<String> wrong = Soundness.wrong(still.handle, Soundness.Depth.PAGES);
      return wrong.isPresent() && !Soundness.isIndexSound(still.handle)
          ? afterNewIndex()
          : told(wrong, still);
    } catch (JdbiException e) {
      return List.of(Sentences.cannotOpen(file, e));
    }
  }

  public Path file() {
    return file;
  }

  private List<String> afterNewIndex() {
    makeIndexAgain();
    try (Casebook still = still()) {
      return told(Soundness.wrong(still.handle, Soundness.Depth.PAGES), still);
    }
  }

  private List<String> told(Optional<String> wrong, Casebook still) {
    return wrong
        .map(why -> List.of(file + " " + why + ". " + Sentences.repair(file)))
        .orElseGet(() -> still.rows.troubles(still.handle));
  }

  /** The headers of all cases, lowest number first. */
  public synchronized List<CaseHeader> headers() {
    return handle.createQuery("SELECT * FROM cases ORDER BY number").map(rows::header).list();
  }

  /** The header of one case. */
  public synchronized Optional<CaseHeader> header(int number) {
    return handle
        .createQuery("SELECT * FROM cases WHERE number = :number")
        .bind("number", number)
        .map(rows::header)
        .findOne();
  }

  /** One case with its story. */
  public synchronized Optional<Case> find(int number) {
    return header(number).map(header -> new Case(header, entries(number)));
  }

  /** All cases with their stories, lowest number first. */
  public synchronized List<Case> all() {
    return headers().stream().map(h -> new Case(h, entries(h.number()))).toList();
  }

  /** The cases that are wanted, with their stories, lowest number first; no other story is read. */
  public synchronized List<Case> stories(Predicate<CaseHeader> wanted) {
    return headers().stream().filter(wanted).map(h -> new Case(h, entries(h.number()))).toList();
  }

  /** All cases as they stand on the shelf; of each story only the last line is read. */
  public synchronized List<Shelved> shelf() {
    return handle
        .createQuery(
            "SELECT c.*, e.number AS line_number, e.at, e.line FROM cases c LEFT JOIN entries e"
                + " ON e.case_number = c.number AND e.number ="
                + " (SELECT x.number FROM entries x WHERE x.case_number = c.number"
                + " AND x.line IS NOT NULL ORDER BY x.number DESC LIMIT 1)")
        .map(rows::shelved)
        .list();
  }

  private List<Entry> entries(int number) {
    return handle
        .createQuery("SELECT * FROM entries WHERE case_number = :number ORDER BY number")
        .bind("number", number)
        .map((row, context) -> rows.entry(number, row))
        .list();
  }

  /** The number the next case would get. */
  public synchronized int nextNumber() {
    return handle
        .createQuery("SELECT coalesce(max(number), 0) + 1 FROM cases")
        .mapTo(Integer.class)
        .one();
  }

  /** Opens a case; fails where the number is taken. */
  public synchronized Outcome<Case> create(
      int number, String boardId, String owner, String complaint) {
    CaseHeader header =
        new CaseHeader(
            number,
            boardId,
            Limits.plain(owner),
            Limits.plain(complaint),
            now(),
            CaseState.ON_BENCH);
    return writing(
        h -> {
          if (header(number).isPresent()) {
            throw new Refused(
                "Number " + number + " is taken; the next free one is " + nextNumber() + ".");
          }
          Limits.checkCases(h, 1);
          insert(h, header);
          return new Case(header, List.of());
        },
        "The case cannot be taken in.");
  }

  /** Takes in whole cases as they are, for the demo and for imports: all of them or none. */
  public synchronized Outcome<Integer> adopt(List<Case> adopted) {
    return writing(
        h -> {
          Limits.checkCases(h, adopted.size());
          adopted.forEach(one -> insert(h, one));
          return adopted.size();
        },
        "A number among these cases is taken.");
  }

  /** Adds a line to a case's story. */
  public synchronized Outcome<Entry> append(int caseNumber, String line) {
    return adding(caseNumber, next -> new Entry.Line(next, now(), Limits.plain(line)));
  }

  /** Strikes an earlier line of a case's story. */
  public synchronized Outcome<Entry> strike(int caseNumber, int entryNumber, String why) {
    return adding(
        caseNumber, next -> new Entry.Strike(next, now(), entryNumber, Limits.plain(why)));
  }

  private Outcome<Entry> adding(int caseNumber, Function<Integer, Entry> made) {
    return writing(
        h -> {
          int next =
              h.createQuery(
                      "SELECT coalesce(max(number), 0) + 1 FROM entries WHERE case_number = :c")
                  .bind("c", caseNumber)
                  .mapTo(Integer.class)
                  .one();
          Entry entry = made.apply(next);
          insert(h, caseNumber, entry);
          Limits.checkStory(h, caseNumber);
          return entry;
        },
        "Case " + caseNumber + " is not in this casebook.");
  }

  /** Moves a case on the shelf. */
  public synchronized Outcome<CaseState> move(int caseNumber, CaseState state) {
    return writing(
        h -> {
          int moved =
              h.createUpdate("UPDATE cases SET state = :state WHERE number = :number")
                  .bind("state", state.words())
                  .bind("number", caseNumber)
                  .execute();
          if (moved == 0) {
            throw new Refused("Case " + caseNumber + " is not in this casebook.");
          }
          return state;
        },
        "The case cannot be moved.");
  }

  /** The devices the user has described, by name; those that cannot be read are left out. */
  public synchronized List<Device> devices() {
    List<String> texts =
        handle
            .createQuery("SELECT description FROM devices ORDER BY name")
            .mapTo(String.class)
            .list();
    List<Device> devices = new ArrayList<>();
    for (String text : texts) {
      if (DeviceFiles.read("casebook", text) instanceof Loaded.Ok<List<Device>>(var read)) {
        devices.addAll(read);
      }
    }
    return devices;
  }

  /** Keeps a device, in the place of one of the same name. */
  public synchronized Outcome<Device> keep(Device device) {
    return writing(
        h -> {
          insert(h, device);
          return device;
        },
        "The device cannot be kept.");
  }

  /** Takes a device the user has described away. */
  public synchronized Outcome<String> forgetDevice(String name) {
    return writing(
        h -> {
          h.createUpdate("DELETE FROM devices WHERE name = :name").bind("name", name).execute();
          return name;
        },
        "The device cannot be taken away.");
  }

  /** Keeps a picture; one that is there already stays as it is. */
  public synchronized Outcome<Picture> keep(Picture picture) {
    return writing(
        h -> {
          Limits.checkPictures(h);
          insert(h, picture);
          return picture;
        },
        "The picture cannot be kept.");
  }

  /** A picture by the first digits of its content's hash. */
  public synchronized Optional<Picture> picture(String name) {
    return handle
        .createQuery("SELECT * FROM pictures WHERE content >= :from AND content < :to")
        .bind("from", name)
        .bind("to", name + "g")
        .map(Casebook::picture)
        .findFirst();
  }

  private static Picture picture(java.sql.ResultSet row, StatementContext context)
      throws SQLException {
    return new Picture(
        row.getString("content"),
        row.getString("media"),
        row.getInt("width"),
        row.getInt("height"),
        row.getBytes("bytes"),
        row.getBytes("thumbnail"));
  }

  /** The content of all pictures. */
  synchronized List<String> pictureContents() {
    return handle
        .createQuery("SELECT content FROM pictures ORDER BY content")
        .mapTo(String.class)
        .list();
  }

  /** All settings, by name. */
  public synchronized Map<String, String> settings() {
    Map<String, String> settings = new TreeMap<>();
    handle
        .createQuery("SELECT name, value FROM settings")
        .map((row, context) -> Map.entry(row.getString("name"), row.getString("value")))
        .forEach(s -> settings.put(s.getKey(), s.getValue()));
    return settings;
  }

  /** A setting of the shop, by its name. */
  public synchronized Optional<String> setting(String name) {
    return handle
        .createQuery("SELECT value FROM settings WHERE name = :name")
        .bind("name", name)
        .mapTo(String.class)
        .findOne();
  }

  /** Keeps a setting of the shop. */
  public synchronized Outcome<String> keepSetting(String name, String value) {
    return writing(
        h -> {
          insertSetting(h, name, value);
          return value;
        },
        "The setting cannot be kept.");
  }

  /** A number that changes whenever another program has written to the file. */
  public synchronized int version() {
    return Soundness.number(handle, "PRAGMA data_version");
  }

  /** The casebook as it is at this moment, whatever is written from now on; to be closed. */
  Casebook still() {
    Handle own = Soundness.connect(file);
    own.execute("BEGIN");
    Soundness.number(own, "SELECT count(*) FROM cases");
    return new Casebook(file, own, clock);
  }

  @Override
  public synchronized void close() {
    if (!closed) {
      closed = true;
      OpenFiles.remove(opened);
      handle.close();
    }
  }

  /** Copies all of it, as it is at one moment, into a new file; by a connection of its own. */
  void copyInto(Path copy) {
    try (Handle own = Soundness.connect(file)) {
      own.execute("VACUUM INTO ?", copy.toString());
    }
  }

  /** One reading, in its turn. */
  synchronized <T> T reading(Function<Handle, T> work) {
    return work.apply(handle);
  }

  /** A reading of the index of the search, which is made again where it is damaged. */
  synchronized <T> T readingIndex(Function<Handle, T> work) {
    try {
      return work.apply(handle);
    } catch (JdbiException e) {
      if (!Sentences.isIndexDamaged(e)) {
        throw e;
      }
      makeIndexAgain();
      return work.apply(handle);
    }
  }

  /** The clock the casebook goes by. */
  public Instant now() {
    return clock.instant().truncatedTo(ChronoUnit.SECONDS);
  }

  /**
   * One transaction, in its turn.
   *
   * @param onConflict said where what is there already stands against it
   */
  synchronized <T> Outcome<T> writing(Function<Handle, T> work, String onConflict) {
    if (isElsewhere()) {
      return new Outcome.Failed<>(elsewhere());
    }
    try {
      T done = inTransaction(work);
      return isElsewhere() ? new Outcome.Failed<>(elsewhere()) : new Outcome.Done<>(done);
    } catch (Refused e) {
      return new Outcome.Failed<>(String.valueOf(e.getMessage()));
    } catch (JdbiException e) {
      return Sentences.isIndexDamaged(e)
          ? withNewIndex(work, onConflict)
          : new Outcome.Failed<>(Sentences.cannotWrite(file, e, onConflict));
    }
  }

  /** Thrown within {@link #writing} to undo it; the message says why. */
  static final class Refused extends RuntimeException {
    private static final long serialVersionUID = 1;

    Refused(String sentence) {
      super(sentence);
    }
  }

  /**
   * A transaction that is over when this returns, whatever happens: one that could not be begun
   * leaves nothing open behind it. The driver's own keep a connection in a transaction whose
   * beginning was refused, and what is written next is then never settled.
   */
  private <T> T inTransaction(Function<Handle, T> work) {
    handle.execute("BEGIN IMMEDIATE");
    boolean settled = false;
    try {
      T done = work.apply(handle);
      handle.execute("COMMIT");
      settled = true;
      return done;
    } finally {
      if (!settled) {
        rollBack();
      }
    }
  }

  private void rollBack() {
    try {
      handle.execute("ROLLBACK");
    } catch (JdbiException e) {
      // A full disk has SQLite roll back by itself; there is then nothing to roll back.
    }
  }

  /** The index of the search holds nothing of its own: where it is damaged it is made again. */
  private <T> Outcome<T> withNewIndex(Function<Handle, T> work, String onConflict) {
    try {
      makeIndexAgain();
      return new Outcome.Done<>(inTransaction(work));
    } catch (JdbiException e) {
      return new Outcome.Failed<>(Sentences.cannotWrite(file, e, onConflict));
    }
  }

  private synchronized void makeIndexAgain() {
    inTransaction(
        h -> {
          Schema.makeIndexAgain(h);
          return true;
        });
  }

  /** Whether another file, or none, is now where this one was opened. */
  private boolean isElsewhere() {
    return key.isPresent() && !key.equals(Opening.key(file));
  }

  private String elsewhere() {
    return file
        + " was moved, deleted or replaced while it is open here. Nothing was saved; what you typed"
        + " is still there. Put the file back in its place, or open the casebook again.";
  }

  static void insert(Handle handle, Device device) {
    String description = DeviceFiles.write(List.of(device));
    Limits.check(handle, device, description);
    handle
        .createUpdate(
            "INSERT INTO devices (name, description) VALUES (:name, :description)"
                + " ON CONFLICT (name) DO UPDATE SET description = excluded.description")
        .bind("name", device.name())
        .bind("description", description)
        .execute();
  }

  static void insert(Handle handle, Picture picture) {
    handle
        .createUpdate(
            "INSERT INTO pictures (content, media, width, height, bytes, thumbnail)"
                + " VALUES (:content, :media, :width, :height, :bytes, :thumbnail)"
                + " ON CONFLICT (content) DO NOTHING")
        .bind("content", picture.content())
        .bind("media", picture.media())
        .bind("width", picture.width())
        .bind("height", picture.height())
        .bind("bytes", picture.bytes())
        .bind("thumbnail", picture.thumbnail())
        .execute();
  }

  static void insertSetting(Handle handle, String name, String value) {
    Limits.checkSetting(name, value);
    handle
        .createUpdate(
            "INSERT INTO settings (name, value) VALUES (:name, :value)"
                + " ON CONFLICT (name) DO UPDATE SET value = excluded.value")
        .bind("name", name)
        .bind("value", value)
        .execute();
  }

  /** A whole case as it is. */
  static void insert(Handle handle, Case one) {
    insert(handle, one.header());
    one.entries().forEach(e -> insert(handle, one.header().number(), e));
    Limits.checkStory(handle, one.header().number());
  }

  private static void insert(Handle handle, CaseHeader header) {
    Limits.check(header);
    handle
        .createUpdate(
            "INSERT INTO cases (number, board_id, owner, complaint, opened, state)"
                + " VALUES (:number, :board, :owner, :complaint, :opened, :state)")
        .bind("number", header.number())
        .bind("board", header.boardId())
        .bind("owner", header.owner())
        .bind("complaint", header.complaint())
        .bind("opened", header.opened().toString())
        .bind("state", header.state().words())
        .execute();
  }

  private static void insert(Handle handle, int caseNumber, Entry entry) {
    Limits.check(entry);
    var update =
        handle
            .createUpdate(
                "INSERT INTO entries (case_number, number, at, line, strikes, why)"
                    + " VALUES (:case, :number, :at, :line, :strikes, :why)")
            .bind("case", caseNumber)
            .bind("number", entry.number())
            .bind("at", entry.at().toString());
    switch (entry) {
      case Entry.Line line ->
          update
              .bind("line", line.line())
              .bindNull("strikes", java.sql.Types.INTEGER)
              .bindNull("why", java.sql.Types.VARCHAR);
      case Entry.Strike strike ->
          update
              .bindNull("line", java.sql.Types.VARCHAR)
              .bind("strikes", strike.struck())
              .bind("why", strike.why());
    }
    update.execute();
  }
}
