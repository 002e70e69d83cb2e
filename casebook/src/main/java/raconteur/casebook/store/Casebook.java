package raconteur.casebook.store;

import java.io.IOException;
import java.nio.file.Files;
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
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.JdbiException;
import org.jdbi.v3.core.statement.StatementContext;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteDataSource;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFiles;
import raconteur.core.stock.StockItem;
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
  private static final int BUSY_MILLIS = 5000;

  private final Path file;
  private final Handle handle;
  private final Clock clock;

  private Casebook(Path file, Handle handle, Clock clock) {
    this.file = file;
    this.handle = handle;
    this.clock = clock;
  }

  /** Opens a casebook file, making it where there is none. */
  public static Outcome<Casebook> open(Path file, Clock clock) {
    try {
      Path folder = file.toAbsolutePath().getParent();
      if (folder != null) {
        Files.createDirectories(folder);
      }
    } catch (IOException e) {
      return new Outcome.Failed<>(
          "The folder of " + file + " cannot be made; choose another with --casebook FILE.");
    }
    if (Files.isDirectory(file)) {
      return new Outcome.Failed<>(file + " is a folder; --casebook wants a file in it.");
    }
    Optional<Handle> connected = Optional.empty();
    try {
      connected = Optional.of(Jdbi.create(source(file)).open());
      Handle handle = connected.get();
      Optional<String> refusal = prepare(handle, file);
      if (refusal.isPresent()) {
        handle.close();
        return new Outcome.Failed<>(refusal.get());
      }
      return new Outcome.Done<>(new Casebook(file, handle, clock));
    } catch (JdbiException | SQLException e) {
      connected.ifPresent(Handle::close);
      return new Outcome.Failed<>(Sentences.cannotOpen(file, e));
    }
  }

  private static SQLiteDataSource source(Path file) {
    SQLiteConfig config = new SQLiteConfig();
    config.setJournalMode(SQLiteConfig.JournalMode.WAL);
    config.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
    config.setBusyTimeout(BUSY_MILLIS);
    config.enforceForeignKeys(true);
    config.setTransactionMode(SQLiteConfig.TransactionMode.IMMEDIATE);
    SQLiteDataSource source = new SQLiteDataSource(config);
    source.setUrl("jdbc:sqlite:" + file.toAbsolutePath());
    return source;
  }

  /** Checks that the file is a casebook of ours and whole; fills an empty one. */
  private static Optional<String> prepare(Handle handle, Path file) throws SQLException {
    int application = pragma(handle, "application_id");
    int schema = pragma(handle, "user_version");
    boolean empty =
        handle.createQuery("SELECT count(*) FROM sqlite_schema").mapTo(Integer.class).one() == 0;
    if (empty) {
      handle.useTransaction(Schema::create);
      return Optional.empty();
    }
    if (application != Schema.APPLICATION_ID) {
      return Optional.of(
          file + " is a database of another program; choose another file with --casebook FILE.");
    }
    if (schema > Schema.VERSION) {
      return Optional.of(file + " was written by a newer Raconteur; open it with that one.");
    }
    String check = handle.createQuery("PRAGMA quick_check(1)").mapTo(String.class).first();
    if (check.equals("ok") && schema < Schema.VERSION) {
      handle.useTransaction(h -> Schema.upgrade(h, schema));
    }
    return check.equals("ok")
        ? Optional.empty()
        : Optional.of(
            file + " is damaged (" + check + "); nothing was changed. " + Sentences.repair(file));
  }

  private static int pragma(Handle handle, String name) {
    return handle.createQuery("PRAGMA " + name).mapTo(Integer.class).one();
  }

  public Path file() {
    return file;
  }

  /** The headers of all cases, lowest number first. */
  public synchronized List<CaseHeader> headers() {
    return handle.createQuery("SELECT * FROM cases ORDER BY number").map(Casebook::header).list();
  }

  /** The header of one case. */
  public synchronized Optional<CaseHeader> header(int number) {
    return handle
        .createQuery("SELECT * FROM cases WHERE number = :number")
        .bind("number", number)
        .map(Casebook::header)
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

  private List<Entry> entries(int number) {
    return handle
        .createQuery("SELECT * FROM entries WHERE case_number = :number ORDER BY number")
        .bind("number", number)
        .map(Casebook::entry)
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
        new CaseHeader(number, boardId, owner, complaint, now(), CaseState.ON_BENCH);
    return writing(
        h -> {
          insert(h, header);
          return new Case(header, List.of());
        },
        "Number " + number + " is taken; the next free one is " + nextNumber() + ".");
  }

  /** Takes in whole cases as they are, for the demo and for imports: all of them or none. */
  public synchronized Outcome<Integer> adopt(List<Case> adopted) {
    return writing(
        h -> {
          for (Case one : adopted) {
            insert(h, one.header());
            one.entries().forEach(e -> insert(h, one.header().number(), e));
          }
          return adopted.size();
        },
        "A number among these cases is taken.");
  }

  /** Takes in all that an archive holds, in one transaction. */
  synchronized Outcome<Integer> adoptAll(
      List<Case> cases,
      List<Picture> pictures,
      List<StockItem> stock,
      List<Device> devices,
      Map<String, String> settings) {
    return writing(
        h -> {
          for (Case one : cases) {
            insert(h, one.header());
            one.entries().forEach(e -> insert(h, one.header().number(), e));
          }
          pictures.forEach(p -> insert(h, p));
          stock.forEach(s -> StockRoom.write(h, s, false));
          devices.forEach(d -> insert(h, d));
          settings.forEach((name, value) -> insertSetting(h, name, value));
          return cases.size();
        },
        "Something in the archive is in this casebook already.");
  }

  /** Adds a line to a case's story. */
  public synchronized Outcome<Entry> append(int caseNumber, String line) {
    return adding(caseNumber, next -> new Entry.Line(next, now(), line));
  }

  /** Strikes an earlier line of a case's story. */
  public synchronized Outcome<Entry> strike(int caseNumber, int entryNumber, String why) {
    return adding(caseNumber, next -> new Entry.Strike(next, now(), entryNumber, why));
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
          return entry;
        },
        "Case " + caseNumber + " is not in this casebook.");
  }

  /** Moves a case on the shelf. */
  public synchronized Outcome<CaseState> move(int caseNumber, CaseState state) {
    return writing(
        h -> {
          h.createUpdate("UPDATE cases SET state = :state WHERE number = :number")
              .bind("state", state.words())
              .bind("number", caseNumber)
              .execute();
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
  synchronized Map<String, String> settings() {
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
    return pragma(handle, "data_version");
  }

  @Override
  public synchronized void close() {
    handle.close();
  }

  /** One reading, in its turn. */
  synchronized <T> T reading(Function<Handle, T> work) {
    return work.apply(handle);
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
    try {
      return new Outcome.Done<>(handle.inTransaction(work::apply));
    } catch (JdbiException e) {
      return new Outcome.Failed<>(Sentences.cannotWrite(file, e, onConflict));
    }
  }

  private static void insert(Handle handle, Device device) {
    handle
        .createUpdate(
            "INSERT INTO devices (name, description) VALUES (:name, :description)"
                + " ON CONFLICT (name) DO UPDATE SET description = excluded.description")
        .bind("name", device.name())
        .bind("description", DeviceFiles.write(List.of(device)))
        .execute();
  }

  private static void insert(Handle handle, Picture picture) {
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

  private static void insertSetting(Handle handle, String name, String value) {
    handle
        .createUpdate(
            "INSERT INTO settings (name, value) VALUES (:name, :value)"
                + " ON CONFLICT (name) DO UPDATE SET value = excluded.value")
        .bind("name", name)
        .bind("value", value)
        .execute();
  }

  private static void insert(Handle handle, CaseHeader header) {
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

  private static CaseHeader header(java.sql.ResultSet row, StatementContext context)
      throws SQLException {
    return new CaseHeader(
        row.getInt("number"),
        row.getString("board_id"),
        row.getString("owner"),
        row.getString("complaint"),
        Instant.parse(row.getString("opened")),
        CaseState.byWords().getOrDefault(row.getString("state"), CaseState.ON_BENCH));
  }

  private static Entry entry(java.sql.ResultSet row, StatementContext context) throws SQLException {
    int number = row.getInt("number");
    Instant at = Instant.parse(row.getString("at"));
    String line = row.getString("line");
    return line == null
        ? new Entry.Strike(number, at, row.getInt("strikes"), row.getString("why"))
        : new Entry.Line(number, at, line);
  }
}
