CREATE TABLE stock (
  number INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (length(kind) > 0),
  grade TEXT NOT NULL,
  count INTEGER NOT NULL CHECK (count >= 0),
  state TEXT NOT NULL,
  origin TEXT NOT NULL,
  note TEXT NOT NULL,
  for_case INTEGER,
  lead_days INTEGER
) STRICT;

CREATE TABLE others (
  case_key TEXT PRIMARY KEY,
  shop TEXT NOT NULL,
  board_id TEXT NOT NULL,
  counted TEXT NOT NULL
) STRICT;

CREATE INDEX others_by_board ON others (board_id);

CREATE VIRTUAL TABLE said USING fts5 (
  words,
  case_number UNINDEXED,
  number UNINDEXED,
  tokenize = 'unicode61',
  prefix = '2 3'
);

INSERT INTO said (words, case_number, number)
SELECT owner || ' ' || complaint, number, 0 FROM cases;

INSERT INTO said (words, case_number, number)
SELECT coalesce(line, why), case_number, number FROM entries ORDER BY at;

CREATE TRIGGER cases_are_searched AFTER INSERT ON cases
BEGIN
  INSERT INTO said (words, case_number, number)
  VALUES (new.owner || ' ' || new.complaint, new.number, 0);
END;

CREATE TRIGGER entries_are_searched AFTER INSERT ON entries
BEGIN
  INSERT INTO said (words, case_number, number)
  VALUES (coalesce(new.line, new.why), new.case_number, new.number);
END;
