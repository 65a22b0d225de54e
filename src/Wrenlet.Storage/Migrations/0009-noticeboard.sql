-- Notices to all or to some crews, and thanks to colleagues.
CREATE TABLE notice (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  title TEXT NOT NULL,
  body TEXT NOT NULL,
  html TEXT NOT NULL,
  made_by INTEGER NOT NULL REFERENCES person,
  made INTEGER NOT NULL,
  appears INTEGER NOT NULL,
  ends INTEGER,
  confirm INTEGER NOT NULL DEFAULT 0 CHECK (confirm IN (0, 1)),
  -- When those it is for were alerted.
  told INTEGER,
  version INTEGER NOT NULL DEFAULT 1,
  CHECK (ends IS NULL OR ends > appears)
) STRICT;

CREATE INDEX notice_by_end ON notice (ends, id);
CREATE INDEX notice_untold ON notice (appears) WHERE told IS NULL;

CREATE TABLE notice_crew (
  notice INTEGER NOT NULL REFERENCES notice,
  crew INTEGER NOT NULL REFERENCES crew,
  PRIMARY KEY (notice, crew)
) STRICT, WITHOUT ROWID;

CREATE TABLE notice_confirmation (
  notice INTEGER NOT NULL REFERENCES notice,
  person INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  PRIMARY KEY (notice, person)
) STRICT, WITHOUT ROWID;

-- The comments on a notice are a conversation: stored as a group without members, seen by those whom the notice is for.
ALTER TABLE conversation ADD COLUMN notice INTEGER REFERENCES notice;
CREATE UNIQUE INDEX conversation_of_notice ON conversation (notice) WHERE notice IS NOT NULL;

CREATE TABLE thanks (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  person INTEGER NOT NULL REFERENCES person,
  made_by INTEGER NOT NULL REFERENCES person,
  entry INTEGER REFERENCES entry,
  kind TEXT NOT NULL CHECK (kind IN ('helping-hand', 'sharp-eye', 'calm-head', 'good-work', 'long-way')),
  words TEXT NOT NULL,
  at INTEGER NOT NULL,
  CHECK (person <> made_by)
) STRICT;

CREATE INDEX thanks_of ON thanks (person, id);
