CREATE TABLE devices (
  name TEXT PRIMARY KEY,
  description TEXT NOT NULL
) STRICT;
