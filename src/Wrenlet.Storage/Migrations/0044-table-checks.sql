-- What is looked for in the columns of a table, and the column that names who is asked.
CREATE TABLE sheet_check (
  sheet INTEGER NOT NULL REFERENCES sheet,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('below', 'above', 'unusual', 'changed', 'missing', 'sum')),
  -- A decimal number as text, so that it stays as it was written.
  bound TEXT NOT NULL,
  grouped_by TEXT,
  -- Names of the columns that add up, as JSON.
  parts TEXT NOT NULL DEFAULT '[]',
  PRIMARY KEY (sheet, position)
) STRICT, WITHOUT ROWID;

CREATE TABLE sheet_check_setting (
  sheet INTEGER PRIMARY KEY REFERENCES sheet,
  who TEXT,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;

-- A value that somebody was asked about, as it was then.
CREATE TABLE cell_question (
  id INTEGER PRIMARY KEY,
  sheet INTEGER NOT NULL REFERENCES sheet,
  revision INTEGER NOT NULL,
  cell_row INTEGER NOT NULL,
  cell_column INTEGER NOT NULL,
  value TEXT NOT NULL,
  person INTEGER NOT NULL REFERENCES person,
  entry INTEGER NOT NULL REFERENCES entry,
  at INTEGER NOT NULL
) STRICT;
CREATE INDEX cell_question_of ON cell_question (sheet);
CREATE INDEX cell_question_by_entry ON cell_question (entry);
