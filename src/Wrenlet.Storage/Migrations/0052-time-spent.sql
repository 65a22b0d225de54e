-- Whose clock runs on which task, and what time was given as spent: by a clock, when a task was finished, or as an entry says.
CREATE TABLE task_clock (
  person INTEGER PRIMARY KEY REFERENCES person,
  task INTEGER NOT NULL REFERENCES task ON DELETE CASCADE,
  began INTEGER NOT NULL
) STRICT;
CREATE INDEX task_clock_task ON task_clock (task);

CREATE TABLE task_time (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE CHECK (length(uid) = 16),
  task INTEGER NOT NULL REFERENCES task ON DELETE CASCADE,
  person INTEGER NOT NULL REFERENCES person,
  minutes INTEGER NOT NULL CHECK (minutes > 0),
  at INTEGER NOT NULL,
  entry INTEGER UNIQUE REFERENCES entry ON DELETE SET NULL
) STRICT;
CREATE INDEX task_time_task ON task_time (task);
CREATE INDEX task_time_person ON task_time (person);
