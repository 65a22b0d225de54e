-- Tasks that are done at their customer's: where, when, how long the way is. Other times that were offered are JSON, as ticks of
-- their beginning and end. The entry that offers it may not have been said yet.
CREATE TABLE visit (
  task INTEGER PRIMARY KEY REFERENCES task ON DELETE CASCADE,
  place TEXT NOT NULL CHECK (length(place) > 0),
  starts INTEGER NOT NULL,
  ends INTEGER NOT NULL CHECK (ends > starts),
  way_minutes INTEGER NOT NULL CHECK (way_minutes >= 0),
  others TEXT NOT NULL DEFAULT '[]',
  offer BLOB CHECK (length(offer) = 16),
  on_way INTEGER,
  set_by INTEGER NOT NULL REFERENCES person,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX visit_ends ON visit (ends);
CREATE INDEX visit_set_by ON visit (set_by);

-- How long the way to a meeting is for somebody, and when they told that they are on it.
CREATE TABLE meeting_way (
  meeting INTEGER NOT NULL REFERENCES meeting ON DELETE CASCADE,
  person INTEGER NOT NULL REFERENCES person,
  minutes INTEGER NOT NULL CHECK (minutes >= 0),
  on_way INTEGER,
  PRIMARY KEY (meeting, person)
) STRICT, WITHOUT ROWID;
CREATE INDEX meeting_way_person ON meeting_way (person);
