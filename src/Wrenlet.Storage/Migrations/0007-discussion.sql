-- What becomes of entries after they were said: answers to them, versions, signs, pins, who has read them; and what is being written.

ALTER TABLE entry ADD COLUMN replies_to INTEGER REFERENCES entry;
ALTER TABLE entry ADD COLUMN forwarded_from INTEGER REFERENCES entry;
ALTER TABLE entry ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
ALTER TABLE entry ADD COLUMN edited INTEGER;
ALTER TABLE entry ADD COLUMN removed INTEGER;
-- How many signs it carries, so that those without are not looked for.
ALTER TABLE entry ADD COLUMN signs INTEGER NOT NULL DEFAULT 0;

CREATE INDEX entry_by_answered ON entry (replies_to) WHERE replies_to IS NOT NULL;
CREATE INDEX entry_by_moment ON entry (conversation, at);

-- What stood there before: the version that is shown stands in the entry itself.
CREATE TABLE entry_version (
  entry INTEGER NOT NULL REFERENCES entry,
  version INTEGER NOT NULL,
  at INTEGER NOT NULL,
  body TEXT NOT NULL,
  html TEXT NOT NULL,
  PRIMARY KEY (entry, version)
) STRICT, WITHOUT ROWID;

-- A short answer without words: read, agree, on-it, done, unclear, or a single emoji.
CREATE TABLE entry_sign (
  entry INTEGER NOT NULL REFERENCES entry,
  person INTEGER NOT NULL REFERENCES person,
  sign TEXT NOT NULL,
  at INTEGER NOT NULL,
  PRIMARY KEY (entry, sign, person)
) STRICT, WITHOUT ROWID;

CREATE TABLE pin (
  conversation INTEGER NOT NULL REFERENCES conversation,
  entry INTEGER NOT NULL REFERENCES entry,
  position INTEGER NOT NULL,
  made_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  PRIMARY KEY (conversation, entry)
) STRICT, WITHOUT ROWID;

-- How far someone has read, each time they went further: the first row at or past an entry says when they read it.
CREATE TABLE reading (
  conversation INTEGER NOT NULL REFERENCES conversation,
  person INTEGER NOT NULL REFERENCES person,
  upto INTEGER NOT NULL,
  at INTEGER NOT NULL,
  PRIMARY KEY (person, conversation, upto)
) STRICT, WITHOUT ROWID;

CREATE INDEX reading_by_conversation ON reading (conversation, upto);

-- What someone is writing and has not sent; one for each conversation.
CREATE TABLE draft (
  person INTEGER NOT NULL REFERENCES person,
  conversation INTEGER NOT NULL REFERENCES conversation,
  doc TEXT NOT NULL,
  at INTEGER NOT NULL,
  PRIMARY KEY (person, conversation)
) STRICT, WITHOUT ROWID;

-- Members of direct and group conversations; those who left keep what they saw no longer.
CREATE TABLE conversation_member (
  conversation INTEGER NOT NULL REFERENCES conversation,
  person INTEGER NOT NULL REFERENCES person,
  joined INTEGER NOT NULL,
  PRIMARY KEY (conversation, person)
) STRICT, WITHOUT ROWID;

CREATE INDEX member_by_person ON conversation_member (person, conversation);

ALTER TABLE conversation ADD COLUMN description TEXT NOT NULL DEFAULT '';

-- Days on which someone is away, and who covers for them.
CREATE TABLE leave (
  person INTEGER NOT NULL REFERENCES person,
  first_day TEXT NOT NULL,
  last_day TEXT NOT NULL,
  cover INTEGER REFERENCES person,
  note TEXT NOT NULL DEFAULT '',
  PRIMARY KEY (person, first_day),
  CHECK (last_day >= first_day)
) STRICT, WITHOUT ROWID;

-- How much someone wants to hear of a place; without a row, everything.
CREATE TABLE alert_level (
  person INTEGER NOT NULL REFERENCES person,
  conversation INTEGER REFERENCES conversation,
  docket INTEGER REFERENCES docket,
  level TEXT NOT NULL CHECK (level IN ('everything', 'for-me', 'asks')),
  CHECK ((conversation IS NULL) <> (docket IS NULL))
) STRICT;

CREATE UNIQUE INDEX alert_level_of ON alert_level (person, coalesce(conversation, 0), coalesce(docket, 0));

-- Dockets that someone follows without owning them.
CREATE TABLE follow (
  person INTEGER NOT NULL REFERENCES person,
  docket INTEGER NOT NULL REFERENCES docket,
  PRIMARY KEY (docket, person)
) STRICT, WITHOUT ROWID;

CREATE TABLE alert_setting (
  person INTEGER NOT NULL PRIMARY KEY REFERENCES person,
  -- Minutes of the day; equal for no quiet hours; the second before the first for hours across midnight.
  quiet_from INTEGER NOT NULL DEFAULT 0 CHECK (quiet_from BETWEEN 0 AND 1439),
  quiet_to INTEGER NOT NULL DEFAULT 0 CHECK (quiet_to BETWEEN 0 AND 1439),
  quiet_days_off INTEGER NOT NULL DEFAULT 0 CHECK (quiet_days_off IN (0, 1)),
  digest INTEGER NOT NULL DEFAULT 1 CHECK (digest IN (0, 1)),
  sound INTEGER NOT NULL DEFAULT 0 CHECK (sound IN (0, 1)),
  hidden_page INTEGER NOT NULL DEFAULT 0 CHECK (hidden_page IN (0, 1))
) STRICT;

ALTER TABLE alert ADD COLUMN kept INTEGER;
-- When it went into a digest.
ALTER TABLE alert ADD COLUMN digested INTEGER;
CREATE INDEX alert_for_digest ON alert (at) WHERE read IS NULL AND digested IS NULL;

CREATE INDEX conversation_by_last ON conversation (audience, last_entry) WHERE last_entry IS NOT NULL;
