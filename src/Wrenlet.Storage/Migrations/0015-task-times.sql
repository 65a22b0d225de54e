-- Reminders: for which moment somebody was last reminded, since when the due moment stands, and how often they want to be. Null for what is usual, 0 for never.
ALTER TABLE task ADD COLUMN reminded INTEGER;
ALTER TABLE task ADD COLUMN due_since INTEGER;
ALTER TABLE task ADD COLUMN remind_before INTEGER CHECK (remind_before >= 0);
ALTER TABLE task ADD COLUMN remind_again INTEGER CHECK (remind_again >= 0);

-- A series of tasks that repeat: its first moment, and whether the next is made when one is done or when its time has come.
CREATE TABLE task_series (
  id INTEGER PRIMARY KEY,
  first INTEGER NOT NULL,
  by_time INTEGER NOT NULL DEFAULT 0 CHECK (by_time IN (0, 1))
) STRICT;

CREATE TABLE task_series_skip (
  series INTEGER NOT NULL REFERENCES task_series,
  day TEXT NOT NULL,
  PRIMARY KEY (series, day)
) STRICT, WITHOUT ROWID;

-- The moment for which the rule made it, whatever it was moved to since (RFC 5545 RECURRENCE-ID).
ALTER TABLE task ADD COLUMN series INTEGER REFERENCES task_series;
ALTER TABLE task ADD COLUMN occurrence INTEGER;
CREATE UNIQUE INDEX task_of_series ON task (series, occurrence) WHERE series IS NOT NULL;
CREATE INDEX task_to_remind ON task (due) WHERE due IS NOT NULL AND state NOT IN ('done', 'dropped');

UPDATE task SET due_since = made;
