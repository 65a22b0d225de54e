-- What is filed of a docket's talk: its kind, the time it took, and whether that is billed.
CREATE TABLE filing (
  entry INTEGER NOT NULL PRIMARY KEY REFERENCES entry,
  kind TEXT NOT NULL CHECK (kind IN ('advice', 'instruction', 'decision', 'phone', 'visit')),
  minutes INTEGER NOT NULL DEFAULT 0 CHECK (minutes BETWEEN 0 AND 100000),
  billable INTEGER NOT NULL DEFAULT 0 CHECK (billable IN (0, 1)),
  made_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL
) STRICT;

ALTER TABLE entry ADD COLUMN filed INTEGER NOT NULL DEFAULT 0 CHECK (filed IN (0, 1));
CREATE INDEX entry_filed ON entry (conversation, id) WHERE filed = 1;
