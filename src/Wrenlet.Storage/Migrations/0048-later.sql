-- One message said to many parties, each in its own conversation.
CREATE TABLE circular (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  author INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  words TEXT NOT NULL
) STRICT;
CREATE INDEX circular_by_author ON circular (author, at);

-- It answers nobody: the turn stays, and no clock stops.
ALTER TABLE entry ADD COLUMN circular INTEGER REFERENCES circular;
CREATE INDEX entry_of_circular ON entry (circular) WHERE circular IS NOT NULL;

-- A message that leaves later. Its uid is the entry's that it becomes, so that it becomes one entry, however often it is
-- tried.
CREATE TABLE later_message (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  conversation INTEGER NOT NULL REFERENCES conversation,
  author INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  leaves INTEGER NOT NULL,
  -- What was written, with all that goes with it, as it was sent in.
  said TEXT NOT NULL,
  -- The leak check's reasons that its author goes on in spite of, as JSON.
  knowing TEXT NOT NULL DEFAULT '[]',
  -- Why it did not leave; null while it waits.
  held TEXT,
  circular INTEGER REFERENCES circular
) STRICT;
CREATE INDEX later_message_due ON later_message (leaves) WHERE held IS NULL;
CREATE INDEX later_message_in ON later_message (conversation);
CREATE INDEX later_message_of ON later_message (circular) WHERE circular IS NOT NULL;

-- Words may point at saved views, too.
CREATE TABLE entry_tag_new (
  entry INTEGER NOT NULL REFERENCES entry,
  kind TEXT NOT NULL CHECK (kind IN ('person', 'crew', 'docket', 'task', 'entry', 'sheet', 'view')),
  target TEXT NOT NULL,
  PRIMARY KEY (entry, kind, target)
) STRICT, WITHOUT ROWID;

INSERT INTO entry_tag_new SELECT entry, kind, target FROM entry_tag;
DROP TABLE entry_tag;
ALTER TABLE entry_tag_new RENAME TO entry_tag;

-- Who set a run off by hand: what they wrote in place of the rule's words leaves in their name.
ALTER TABLE rule_run ADD COLUMN person INTEGER REFERENCES person;
