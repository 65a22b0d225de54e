-- What is said about a place of a sheet, or of a picture or PDF of the talk: a conversation that stands there.
CREATE TABLE discussion (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  sheet INTEGER REFERENCES sheet,
  -- A file of the talk, and the entry that carries it.
  file INTEGER REFERENCES file,
  entry INTEGER REFERENCES entry,
  begun_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  assigned INTEGER REFERENCES person,
  due INTEGER,
  settled_by INTEGER REFERENCES person,
  settled_at INTEGER,
  version INTEGER NOT NULL DEFAULT 1,
  CHECK ((sheet IS NULL) <> (file IS NULL)),
  CHECK ((file IS NULL) = (entry IS NULL)),
  CHECK ((settled_by IS NULL) = (settled_at IS NULL))
) STRICT;
CREATE INDEX discussion_by_sheet ON discussion (sheet) WHERE sheet IS NOT NULL;
CREATE INDEX discussion_by_file ON discussion (file) WHERE file IS NOT NULL;
CREATE INDEX discussion_by_entry ON discussion (entry) WHERE entry IS NOT NULL;
CREATE INDEX discussion_by_assigned ON discussion (assigned) WHERE assigned IS NOT NULL AND settled_by IS NULL;
CREATE INDEX discussion_by_beginner ON discussion (begun_by);

-- Where it was put, in which revision: as it was begun, and by hand after that.
CREATE TABLE anchor (
  discussion INTEGER NOT NULL REFERENCES discussion,
  revision INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('whole', 'words', 'cells', 'spot')),
  -- Words: position in UTF-16 units of the rendered text; cells: first row and column, and how many.
  first INTEGER,
  second INTEGER,
  rows INTEGER,
  columns INTEGER,
  -- A spot or area, in the drawing's own units.
  page INTEGER,
  x REAL,
  y REAL,
  width REAL,
  height REAL,
  element TEXT,
  -- How it reads, and what stands around it; of cells the key of the row and the name of the column.
  exact TEXT,
  before TEXT,
  after TEXT,
  made_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  PRIMARY KEY (discussion, revision)
) STRICT, WITHOUT ROWID;

-- Who is told of what is said there without being tagged: who wrote those words, changed that cell, placed that drawing.
CREATE TABLE discussion_author (
  discussion INTEGER NOT NULL REFERENCES discussion,
  person INTEGER NOT NULL REFERENCES person,
  PRIMARY KEY (discussion, person)
) STRICT, WITHOUT ROWID;

ALTER TABLE conversation ADD COLUMN discussion INTEGER REFERENCES discussion;
CREATE UNIQUE INDEX conversation_of_discussion ON conversation (discussion) WHERE discussion IS NOT NULL;
