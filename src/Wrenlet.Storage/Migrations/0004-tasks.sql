CREATE TABLE task (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  title TEXT NOT NULL,
  docket INTEGER REFERENCES docket,
  source INTEGER REFERENCES entry,
  made_by INTEGER NOT NULL REFERENCES person,
  made INTEGER NOT NULL,
  state TEXT NOT NULL DEFAULT 'needs-action' CHECK (state IN ('needs-action', 'in-progress', 'waiting', 'done', 'dropped')),
  state_before TEXT,
  rule TEXT NOT NULL DEFAULT 'any' CHECK (rule IN ('any', 'every')),
  priority TEXT NOT NULL DEFAULT 'normal' CHECK (priority IN ('critical', 'high', 'normal', 'low')),
  start INTEGER,
  due INTEGER,
  repeats TEXT,
  estimate_minutes INTEGER CHECK (estimate_minutes > 0),
  gate_stage INTEGER,
  finished INTEGER,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;

CREATE INDEX task_by_docket ON task (docket, id) WHERE docket IS NOT NULL;
CREATE INDEX task_by_source ON task (source) WHERE source IS NOT NULL;
CREATE INDEX task_open_by_due ON task (due, id) WHERE state NOT IN ('done', 'dropped');

CREATE TABLE task_owner (
  task INTEGER NOT NULL REFERENCES task,
  position INTEGER NOT NULL,
  person INTEGER REFERENCES person,
  crew INTEGER REFERENCES crew,
  done INTEGER NOT NULL DEFAULT 0 CHECK (done IN (0, 1)),
  PRIMARY KEY (task, position),
  CHECK ((person IS NULL) <> (crew IS NULL))
) STRICT, WITHOUT ROWID;

CREATE INDEX task_by_person ON task_owner (person, task) WHERE person IS NOT NULL;
CREATE INDEX task_by_crew ON task_owner (crew, task) WHERE crew IS NOT NULL;

CREATE VIRTUAL TABLE task_search USING fts5 (title, content = '', contentless_delete = 1, tokenize = 'unicode61 remove_diacritics 2');
