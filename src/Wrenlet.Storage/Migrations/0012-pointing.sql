-- Words may point at what was said elsewhere, too.
CREATE TABLE entry_tag_new (
  entry INTEGER NOT NULL REFERENCES entry,
  kind TEXT NOT NULL CHECK (kind IN ('person', 'crew', 'docket', 'task', 'entry')),
  target TEXT NOT NULL,
  PRIMARY KEY (entry, kind, target)
) STRICT, WITHOUT ROWID;

INSERT INTO entry_tag_new SELECT entry, kind, target FROM entry_tag;
DROP TABLE entry_tag;
ALTER TABLE entry_tag_new RENAME TO entry_tag;
