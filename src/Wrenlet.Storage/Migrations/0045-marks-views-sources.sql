-- Spots and areas of a picture that an entry carries, with their words, as whoever sent it marked them.
CREATE TABLE picture_mark (
  entry INTEGER NOT NULL REFERENCES entry,
  file INTEGER NOT NULL REFERENCES file,
  position INTEGER NOT NULL,
  page INTEGER NOT NULL,
  x REAL NOT NULL,
  y REAL NOT NULL,
  width REAL NOT NULL,
  height REAL NOT NULL,
  words TEXT NOT NULL,
  PRIMARY KEY (entry, file, position)
) STRICT, WITHOUT ROWID;

-- What a small picture shows: a revision of a sheet, or a file that an entry carries, as somebody looked at it.
CREATE TABLE viewpoint (
  -- The picture's id, which its maker has given it; it may come a moment later.
  picture BLOB PRIMARY KEY,
  sheet INTEGER REFERENCES sheet,
  revision INTEGER,
  entry INTEGER REFERENCES entry,
  file INTEGER REFERENCES file,
  -- As the address has it: place, nearness, page and hidden layers.
  view TEXT NOT NULL,
  made_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  CHECK ((sheet IS NULL) = (revision IS NULL)),
  CHECK ((sheet IS NULL) <> (entry IS NULL)),
  CHECK ((entry IS NULL) = (file IS NULL))
) STRICT, WITHOUT ROWID;
CREATE INDEX viewpoint_by_sheet ON viewpoint (sheet) WHERE sheet IS NOT NULL;
CREATE INDEX viewpoint_by_entry ON viewpoint (entry) WHERE entry IS NOT NULL;
CREATE INDEX viewpoint_by_file ON viewpoint (file) WHERE file IS NOT NULL;
CREATE INDEX viewpoint_by_maker ON viewpoint (made_by);

-- The entries that a sheet was begun from.
CREATE TABLE sheet_source (
  sheet INTEGER NOT NULL REFERENCES sheet,
  position INTEGER NOT NULL,
  entry INTEGER NOT NULL REFERENCES entry,
  PRIMARY KEY (sheet, position)
) STRICT, WITHOUT ROWID;
CREATE INDEX sheet_source_by_entry ON sheet_source (entry);
