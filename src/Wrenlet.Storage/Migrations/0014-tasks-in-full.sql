-- What a task is beside its title: notes, parts, what it waits for, who watches it, where it stands in a worklist.
CREATE TABLE worklist (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  name TEXT NOT NULL,
  person INTEGER REFERENCES person,
  crew INTEGER REFERENCES crew,
  docket INTEGER REFERENCES docket,
  version INTEGER NOT NULL DEFAULT 1,
  CHECK ((person IS NOT NULL) + (crew IS NOT NULL) + (docket IS NOT NULL) = 1)
) STRICT;

CREATE INDEX worklist_of_docket ON worklist (docket) WHERE docket IS NOT NULL;

CREATE TABLE worklist_column (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  worklist INTEGER NOT NULL REFERENCES worklist,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  most INTEGER CHECK (most > 0),
  finishes INTEGER NOT NULL DEFAULT 0 CHECK (finishes IN (0, 1))
) STRICT;

CREATE INDEX worklist_column_of ON worklist_column (worklist, position);

ALTER TABLE task ADD COLUMN notes TEXT NOT NULL DEFAULT '';
ALTER TABLE task ADD COLUMN private INTEGER NOT NULL DEFAULT 0 CHECK (private IN (0, 1));
ALTER TABLE task ADD COLUMN spent_minutes INTEGER NOT NULL DEFAULT 0 CHECK (spent_minutes >= 0);
-- Each owner has a share of the work; it is kept beside the rule 'every'.
ALTER TABLE task ADD COLUMN by_share INTEGER NOT NULL DEFAULT 0 CHECK (by_share IN (0, 1));
ALTER TABLE task ADD COLUMN parent INTEGER REFERENCES task;
ALTER TABLE task ADD COLUMN worklist INTEGER REFERENCES worklist;
ALTER TABLE task ADD COLUMN list_column INTEGER REFERENCES worklist_column;
-- Place among the parts of one task, or in a column; halves between two others, made anew when there is no room.
ALTER TABLE task ADD COLUMN position REAL NOT NULL DEFAULT 0;
-- When somebody last said that it is still wanted.
ALTER TABLE task ADD COLUMN wanted INTEGER;
ALTER TABLE task_owner ADD COLUMN percent INTEGER CHECK (percent BETWEEN 1 AND 100);

CREATE INDEX task_by_parent ON task (parent, position) WHERE parent IS NOT NULL;
CREATE INDEX task_by_worklist ON task (worklist, list_column, position) WHERE worklist IS NOT NULL;
CREATE INDEX task_by_maker ON task (made_by, id);

CREATE TABLE task_watcher (
  task INTEGER NOT NULL REFERENCES task,
  person INTEGER NOT NULL REFERENCES person,
  PRIMARY KEY (task, person)
) STRICT, WITHOUT ROWID;

CREATE INDEX task_watched_by ON task_watcher (person, task);

CREATE TABLE task_block (
  task INTEGER NOT NULL REFERENCES task,
  blocker INTEGER NOT NULL REFERENCES task,
  PRIMARY KEY (task, blocker),
  CHECK (task <> blocker)
) STRICT, WITHOUT ROWID;

CREATE INDEX task_blocks ON task_block (blocker, task);

CREATE TABLE task_history (
  id INTEGER PRIMARY KEY,
  task INTEGER NOT NULL REFERENCES task,
  made_by INTEGER REFERENCES person,
  at INTEGER NOT NULL,
  what TEXT NOT NULL,
  before TEXT NOT NULL DEFAULT '',
  after TEXT NOT NULL DEFAULT ''
) STRICT;

CREATE INDEX task_history_of ON task_history (task, id);

-- A task's own small conversation: stored as a group without members, seen by those who see the task.
ALTER TABLE conversation ADD COLUMN task INTEGER REFERENCES task;
CREATE UNIQUE INDEX conversation_of_task ON conversation (task) WHERE task IS NOT NULL;

CREATE TABLE task_view (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  person INTEGER NOT NULL REFERENCES person,
  name TEXT NOT NULL,
  shared INTEGER NOT NULL DEFAULT 0 CHECK (shared IN (0, 1)),
  settings TEXT NOT NULL
) STRICT;

CREATE INDEX task_view_of ON task_view (person, name);
