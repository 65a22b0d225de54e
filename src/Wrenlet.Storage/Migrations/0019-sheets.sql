-- Sheets of dockets. What a revision said stays as it was; a change is a new one.
CREATE TABLE sheet (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  docket INTEGER NOT NULL REFERENCES docket,
  kind TEXT NOT NULL CHECK (kind IN ('page', 'table', 'drawing')),
  name TEXT NOT NULL,
  revision INTEGER NOT NULL DEFAULT 0,
  removed INTEGER NOT NULL DEFAULT 0 CHECK (removed IN (0, 1)),
  version INTEGER NOT NULL DEFAULT 1
) STRICT;

CREATE INDEX sheet_by_docket ON sheet (docket, id);

CREATE TABLE sheet_revision (
  sheet INTEGER NOT NULL REFERENCES sheet,
  number INTEGER NOT NULL CHECK (number > 0),
  made_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  -- What is new in it, in a few words.
  note TEXT NOT NULL DEFAULT '',
  -- A page's Markdown, a table's CSV; a drawing has a file instead.
  body TEXT,
  file INTEGER REFERENCES file,
  -- All of its words, for finding it.
  words TEXT NOT NULL,
  PRIMARY KEY (sheet, number),
  CHECK ((body IS NULL) <> (file IS NULL))
) STRICT;

CREATE INDEX sheet_revision_by_file ON sheet_revision (file, sheet) WHERE file IS NOT NULL;

-- A party sees one revision; later ones stay inside until they are shared too.
CREATE TABLE sheet_share (
  sheet INTEGER NOT NULL REFERENCES sheet,
  party INTEGER NOT NULL REFERENCES party,
  revision INTEGER NOT NULL,
  made_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  PRIMARY KEY (sheet, party)
) STRICT, WITHOUT ROWID;

CREATE INDEX sheet_share_by_party ON sheet_share (party, sheet);

-- The newest revision of each, by the sheet's key.
CREATE VIRTUAL TABLE sheet_search USING fts5 (name, words, content = '', contentless_delete = 1, tokenize = 'unicode61 remove_diacritics 2');

-- Words may point at sheets, too.
CREATE TABLE entry_tag_new (
  entry INTEGER NOT NULL REFERENCES entry,
  kind TEXT NOT NULL CHECK (kind IN ('person', 'crew', 'docket', 'task', 'entry', 'sheet')),
  target TEXT NOT NULL,
  PRIMARY KEY (entry, kind, target)
) STRICT, WITHOUT ROWID;

INSERT INTO entry_tag_new SELECT entry, kind, target FROM entry_tag;
DROP TABLE entry_tag;
ALTER TABLE entry_tag_new RENAME TO entry_tag;
