-- Who of a crew is on duty, by turns.
CREATE TABLE rota_line (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  crew INTEGER NOT NULL REFERENCES crew,
  name TEXT NOT NULL,
  span TEXT NOT NULL CHECK (span IN ('weeks', 'nights', 'weekends')),
  start_day INTEGER NOT NULL CHECK (start_day BETWEEN 1 AND 7),
  start_minute INTEGER NOT NULL CHECK (start_minute BETWEEN 0 AND 1439),
  end_day INTEGER NOT NULL CHECK (end_day BETWEEN 1 AND 7),
  end_minute INTEGER NOT NULL CHECK (end_minute BETWEEN 0 AND 1439),
  first_day TEXT NOT NULL
) STRICT;
CREATE INDEX rota_line_of ON rota_line (crew);

CREATE TABLE rota_turn (
  line INTEGER NOT NULL REFERENCES rota_line,
  position INTEGER NOT NULL,
  person INTEGER NOT NULL REFERENCES person,
  PRIMARY KEY (line, position)
) STRICT, WITHOUT ROWID;

CREATE TABLE duty_swap (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  line INTEGER NOT NULL REFERENCES rota_line,
  slot TEXT NOT NULL,
  from_person INTEGER NOT NULL REFERENCES person,
  to_person INTEGER NOT NULL REFERENCES person,
  in_return TEXT,
  state TEXT NOT NULL CHECK (state IN ('asked', 'agreed', 'declined', 'withdrawn')),
  at INTEGER NOT NULL
) STRICT;
CREATE INDEX duty_swap_of ON duty_swap (line, state);

-- The conversation about a worklist, and who follows a conversation.
ALTER TABLE conversation ADD COLUMN worklist INTEGER REFERENCES worklist;
CREATE UNIQUE INDEX conversation_of_worklist ON conversation (worklist) WHERE worklist IS NOT NULL;
CREATE UNIQUE INDEX conversation_of_crew ON conversation (crew) WHERE crew IS NOT NULL AND audience = 'group';

CREATE TABLE conversation_follower (
  conversation INTEGER NOT NULL REFERENCES conversation,
  person INTEGER NOT NULL REFERENCES person,
  PRIMARY KEY (conversation, person)
) STRICT, WITHOUT ROWID;

-- When what is over folds away, as each person has it.
CREATE TABLE fold_setting (
  person INTEGER NOT NULL REFERENCES person,
  what TEXT NOT NULL CHECK (what IN ('alerts', 'kept', 'asks', 'conversations')),
  days INTEGER CHECK (days >= 0),
  most INTEGER CHECK (most >= 0),
  PRIMARY KEY (person, what),
  CHECK ((days IS NULL) + (most IS NULL) >= 1)
) STRICT, WITHOUT ROWID;
