-- Files that stand with a task's notes.
CREATE TABLE task_file (
  task INTEGER NOT NULL REFERENCES task,
  position INTEGER NOT NULL,
  file INTEGER NOT NULL REFERENCES file,
  caption TEXT,
  PRIMARY KEY (task, position)
) STRICT, WITHOUT ROWID;

CREATE INDEX task_file_by_file ON task_file (file, task);
