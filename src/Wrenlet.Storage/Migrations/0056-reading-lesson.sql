-- What people made of a message that was read otherwise, or said of it: that it asks for nothing. The uid is that of the task that
-- was made. Owners are JSON: a person or a crew each. What was read is empty where nothing was.
CREATE TABLE reading_lesson (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE CHECK (length(uid) = 16),
  entry INTEGER NOT NULL REFERENCES entry,
  taught_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  turned_down INTEGER NOT NULL CHECK (turned_down IN (0, 1)),
  title TEXT NOT NULL CHECK (length(title) > 0),
  owners TEXT NOT NULL DEFAULT '[]',
  due INTEGER,
  start INTEGER,
  priority TEXT NOT NULL,
  repeats TEXT,
  was_read TEXT NOT NULL,
  differs TEXT NOT NULL
) STRICT;
CREATE INDEX reading_lesson_entry ON reading_lesson (entry);
CREATE INDEX reading_lesson_taught_by ON reading_lesson (taught_by);
