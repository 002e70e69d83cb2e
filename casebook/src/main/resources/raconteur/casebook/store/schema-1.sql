CREATE TABLE cases (
  number INTEGER PRIMARY KEY,
  board_id TEXT NOT NULL,
  owner TEXT NOT NULL,
  complaint TEXT NOT NULL,
  opened TEXT NOT NULL,
  state TEXT NOT NULL
) STRICT;

CREATE TABLE entries (
  case_number INTEGER NOT NULL REFERENCES cases (number),
  number INTEGER NOT NULL,
  at TEXT NOT NULL,
  line TEXT,
  strikes INTEGER,
  why TEXT,
  PRIMARY KEY (case_number, number),
  CHECK ((line IS NULL) <> (strikes IS NULL)),
  CHECK ((strikes IS NULL) = (why IS NULL))
) STRICT, WITHOUT ROWID;

CREATE TRIGGER entries_are_never_changed BEFORE UPDATE ON entries
BEGIN
  SELECT RAISE(ABORT, 'entries are only ever added');
END;

CREATE TRIGGER entries_are_never_removed BEFORE DELETE ON entries
BEGIN
  SELECT RAISE(ABORT, 'entries are only ever added');
END;
