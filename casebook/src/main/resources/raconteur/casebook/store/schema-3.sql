CREATE TABLE pictures (
  content TEXT PRIMARY KEY,
  media TEXT NOT NULL,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  bytes BLOB NOT NULL,
  thumbnail BLOB NOT NULL
) STRICT;

CREATE TABLE settings (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT;
