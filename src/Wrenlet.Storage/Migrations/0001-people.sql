-- The firm, its working time, its people and who may come in.
-- Moments are UTC milliseconds; uid is a UUIDv7 in network byte order.

CREATE TABLE calendar (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE
) STRICT;

CREATE TABLE calendar_shift (
  calendar INTEGER NOT NULL REFERENCES calendar,
  weekday INTEGER NOT NULL CHECK (weekday BETWEEN 1 AND 7),
  start_minute INTEGER NOT NULL CHECK (start_minute BETWEEN 0 AND 1439),
  end_minute INTEGER NOT NULL CHECK (end_minute BETWEEN 1 AND 1440),
  PRIMARY KEY (calendar, weekday, start_minute),
  CHECK (end_minute > start_minute)
) STRICT;

CREATE TABLE holiday (
  date TEXT NOT NULL PRIMARY KEY,
  name TEXT NOT NULL
) STRICT;

CREATE TABLE firm (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  name TEXT NOT NULL,
  zone TEXT NOT NULL,
  address TEXT NOT NULL,
  day_first INTEGER NOT NULL DEFAULT 1 CHECK (day_first IN (0, 1)),
  calendar INTEGER NOT NULL REFERENCES calendar,
  demo INTEGER NOT NULL DEFAULT 0 CHECK (demo IN (0, 1)),
  clock_offset_ms INTEGER NOT NULL DEFAULT 0
) STRICT;

CREATE TABLE party (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('customer', 'partner'))
) STRICT;

CREATE TABLE person (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  name TEXT NOT NULL,
  role TEXT CHECK (role IN ('member', 'coordinator', 'manager', 'administrator')),
  party INTEGER REFERENCES party,
  address TEXT COLLATE NOCASE UNIQUE,
  purpose TEXT NOT NULL DEFAULT '',
  password_hash TEXT,
  CHECK ((role IS NULL) <> (party IS NULL))
) STRICT;

CREATE INDEX person_by_party ON person (party) WHERE party IS NOT NULL;

CREATE TABLE crew (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  name TEXT NOT NULL COLLATE NOCASE UNIQUE
) STRICT;

CREATE TABLE crew_member (
  crew INTEGER NOT NULL REFERENCES crew,
  person INTEGER NOT NULL REFERENCES person,
  PRIMARY KEY (crew, person)
) STRICT, WITHOUT ROWID;

-- Tokens are kept only as their SHA-256.
CREATE TABLE session (
  token_hash BLOB NOT NULL PRIMARY KEY,
  person INTEGER NOT NULL REFERENCES person,
  guard TEXT NOT NULL,
  started INTEGER NOT NULL,
  ends INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

CREATE INDEX session_by_person ON session (person);

CREATE TABLE private_link (
  token_hash BLOB NOT NULL PRIMARY KEY,
  person INTEGER NOT NULL REFERENCES person,
  made INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE audit (
  id INTEGER PRIMARY KEY,
  at INTEGER NOT NULL,
  person INTEGER REFERENCES person,
  what TEXT NOT NULL,
  about TEXT NOT NULL
) STRICT;
