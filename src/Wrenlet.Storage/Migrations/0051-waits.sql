-- What tasks wait for that comes from elsewhere: parts, a permit, somebody's word. When it was to come, as was said first and last,
-- and when it came, to learn how far such days are kept. Moments are ticks as everywhere.
CREATE TABLE task_wait (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE CHECK (length(uid) = 16),
  task INTEGER NOT NULL REFERENCES task ON DELETE CASCADE,
  what TEXT NOT NULL CHECK (length(what) > 0),
  told_by TEXT CHECK (length(told_by) > 0),
  set_by INTEGER NOT NULL REFERENCES person,
  since INTEGER NOT NULL,
  first_said INTEGER NOT NULL,
  expected INTEGER NOT NULL,
  stands INTEGER NOT NULL,
  came INTEGER,
  reminded INTEGER
) STRICT;
CREATE INDEX task_wait_task ON task_wait (task);
CREATE INDEX task_wait_set_by ON task_wait (set_by);
CREATE INDEX task_wait_open ON task_wait (expected) WHERE came IS NULL;
CREATE INDEX task_wait_came ON task_wait (came) WHERE came IS NOT NULL;
