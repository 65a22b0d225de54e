-- The secret address of a person's calendar; only its hash is kept.
CREATE TABLE calendar_feed (
  person INTEGER NOT NULL PRIMARY KEY REFERENCES person,
  hash BLOB NOT NULL UNIQUE,
  made INTEGER NOT NULL
) STRICT, WITHOUT ROWID;
