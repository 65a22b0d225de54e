-- A meeting hangs on the entry that invites to it. How far it has got is computed from its times.
CREATE TABLE meeting (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  entry INTEGER NOT NULL UNIQUE REFERENCES entry,
  made_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  title TEXT NOT NULL,
  starts INTEGER NOT NULL,
  ends INTEGER NOT NULL CHECK (ends > starts),
  place TEXT NOT NULL DEFAULT '',
  by_call INTEGER NOT NULL DEFAULT 0 CHECK (by_call IN (0, 1)),
  sequence INTEGER NOT NULL DEFAULT 0,
  called_off INTEGER NOT NULL DEFAULT 0 CHECK (called_off IN (0, 1)),
  -- The beginning for which those who take part were last reminded.
  reminded INTEGER,
  -- When the call's transcript came in.
  transcribed INTEGER
) STRICT;

CREATE INDEX meeting_by_start ON meeting (starts) WHERE called_off = 0;

CREATE TABLE meeting_person (
  meeting INTEGER NOT NULL REFERENCES meeting,
  position INTEGER NOT NULL,
  person INTEGER NOT NULL REFERENCES person,
  answer TEXT NOT NULL DEFAULT 'unanswered' CHECK (answer IN ('unanswered', 'coming', 'perhaps', 'not-coming')),
  answered INTEGER,
  words TEXT NOT NULL DEFAULT '',
  proposes INTEGER,
  PRIMARY KEY (meeting, position)
) STRICT, WITHOUT ROWID;

CREATE UNIQUE INDEX meeting_by_person ON meeting_person (person, meeting);

-- Messages that carry a calendar, as the meeting was when they were written: sent again, they are the same.
CREATE TABLE meeting_letter (
  entry INTEGER NOT NULL PRIMARY KEY REFERENCES entry,
  meeting INTEGER NOT NULL REFERENCES meeting,
  cancels INTEGER NOT NULL CHECK (cancels IN (0, 1)),
  sequence INTEGER NOT NULL,
  starts INTEGER NOT NULL,
  ends INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

-- What was said in a meeting and about it: stored as a group without members, seen by those of the staff who see the meeting.
ALTER TABLE conversation ADD COLUMN meeting INTEGER REFERENCES meeting;
CREATE UNIQUE INDEX conversation_of_meeting ON conversation (meeting) WHERE meeting IS NOT NULL;

ALTER TABLE entry ADD COLUMN meets INTEGER NOT NULL DEFAULT 0 CHECK (meets IN (0, 1));
