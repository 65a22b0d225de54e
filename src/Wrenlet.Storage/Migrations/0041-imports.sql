-- What a firm brings along from other programs: files of contacts, dockets and tasks.
CREATE TABLE import (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  kind TEXT NOT NULL CHECK (kind IN ('contacts', 'dockets', 'tasks')),
  file TEXT NOT NULL,
  -- Empty once it is over: what could not be taken stands in import_left.
  bytes BLOB NOT NULL,
  -- What each column fills, and what is the same for all rows, as JSON.
  setting TEXT NOT NULL DEFAULT '{}',
  made_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  state TEXT NOT NULL CHECK (state IN ('chosen', 'running', 'stopped', 'done', 'failed', 'taking-back', 'taken-back')),
  headings TEXT NOT NULL DEFAULT '[]',
  rows INTEGER NOT NULL DEFAULT 0,
  taken INTEGER NOT NULL DEFAULT 0,
  added INTEGER NOT NULL DEFAULT 0,
  changed INTEGER NOT NULL DEFAULT 0,
  same INTEGER NOT NULL DEFAULT 0,
  finished INTEGER,
  -- Why it failed.
  problem TEXT
) STRICT;
CREATE INDEX import_going_on ON import (state) WHERE state IN ('running', 'taking-back');

-- Rows that could not be taken, to be mended.
CREATE TABLE import_left (
  import INTEGER NOT NULL REFERENCES import,
  line INTEGER NOT NULL,
  why TEXT NOT NULL,
  cells TEXT NOT NULL,
  PRIMARY KEY (import, line)
) STRICT, WITHOUT ROWID;

-- What an import made or changed, in order, with how it was left and, of what was changed, how it had been.
CREATE TABLE import_made (
  id INTEGER PRIMARY KEY,
  import INTEGER NOT NULL REFERENCES import,
  thing TEXT NOT NULL CHECK (thing IN ('party', 'person', 'docket', 'task')),
  subject BLOB NOT NULL,
  mark TEXT NOT NULL,
  before TEXT
) STRICT;
CREATE INDEX import_made_by ON import_made (import, id);

-- What stayed when an import was taken back, because somebody had worked with it since.
CREATE TABLE import_kept (
  import INTEGER NOT NULL REFERENCES import,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  why TEXT NOT NULL,
  PRIMARY KEY (import, position)
) STRICT, WITHOUT ROWID;

-- What was taken back is nobody's and is read nowhere; what points to it still stands.
ALTER TABLE party ADD COLUMN taken_back INTEGER;
ALTER TABLE person ADD COLUMN taken_back INTEGER;
ALTER TABLE docket ADD COLUMN taken_back INTEGER;
