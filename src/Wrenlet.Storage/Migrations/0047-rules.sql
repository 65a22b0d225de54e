-- Moves of dockets, which can be undone for some seconds; and what rules did, once for each happening.
CREATE TABLE stage_move (
  id INTEGER PRIMARY KEY,
  docket INTEGER NOT NULL REFERENCES docket,
  from_stage INTEGER NOT NULL REFERENCES stage,
  to_stage INTEGER NOT NULL REFERENCES stage,
  person INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  settles INTEGER NOT NULL,
  -- The line that says so; of what was undone it is gone.
  line BLOB NOT NULL,
  reason TEXT NOT NULL DEFAULT '',
  depth INTEGER NOT NULL DEFAULT 0,
  -- What whoever moved it changed of what rules will do, as JSON.
  changed TEXT NOT NULL DEFAULT '[]',
  state TEXT NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'settled', 'undone'))
) STRICT;
CREATE INDEX stage_move_of ON stage_move (docket, id);
CREATE INDEX stage_move_waiting ON stage_move (settles) WHERE state = 'waiting';
CREATE INDEX stage_move_by_moment ON stage_move (at);

-- A stage that nobody enters until a task is done, or somebody lifts it.
CREATE TABLE stage_lock (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  docket INTEGER NOT NULL REFERENCES docket,
  stage INTEGER NOT NULL REFERENCES stage,
  task INTEGER REFERENCES task,
  reason TEXT NOT NULL,
  person INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL
) STRICT;
CREATE INDEX stage_lock_of ON stage_lock (docket);
CREATE INDEX stage_lock_task ON stage_lock (task) WHERE task IS NOT NULL;

-- A gate or lock that holds no more, by what it waited for.
CREATE TABLE gate_lifted (
  docket INTEGER NOT NULL REFERENCES docket,
  stage INTEGER NOT NULL REFERENCES stage,
  of BLOB NOT NULL,
  reason TEXT NOT NULL,
  person INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  PRIMARY KEY (docket, stage, of)
) STRICT, WITHOUT ROWID;

-- An ask that holds a stage up until it is decided.
CREATE TABLE ask_gate (
  entry INTEGER PRIMARY KEY REFERENCES entry,
  docket INTEGER NOT NULL REFERENCES docket,
  stage INTEGER NOT NULL REFERENCES stage
) STRICT;
CREATE INDEX ask_gate_of ON ask_gate (docket);

CREATE TABLE rule (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  name TEXT NOT NULL COLLATE NOCASE,
  maker INTEGER NOT NULL REFERENCES person,
  -- What it waits for, asks and does, as JSON.
  trigger TEXT NOT NULL,
  conditions TEXT NOT NULL,
  steps TEXT NOT NULL,
  -- Since when it is on; null while it is off.
  since INTEGER,
  -- Until when what comes by time has been looked for.
  looked INTEGER,
  removed INTEGER
) STRICT;
CREATE UNIQUE INDEX rule_by_name ON rule (name) WHERE removed IS NULL;

CREATE TABLE rule_run (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  rule INTEGER NOT NULL REFERENCES rule,
  docket INTEGER NOT NULL REFERENCES docket,
  happening TEXT NOT NULL,
  party INTEGER REFERENCES party,
  because TEXT NOT NULL,
  due INTEGER NOT NULL,
  depth INTEGER NOT NULL,
  -- What whoever set it off changed of it, as JSON.
  changed TEXT NOT NULL DEFAULT '[]',
  state TEXT NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'done', 'undone', 'stopped')),
  -- What it did, as JSON.
  did TEXT NOT NULL DEFAULT '[]',
  at INTEGER,
  UNIQUE (rule, docket, happening)
) STRICT;
CREATE INDEX rule_run_waiting ON rule_run (due) WHERE state = 'waiting';
CREATE INDEX rule_run_by_docket ON rule_run (docket);
CREATE INDEX rule_run_by_happening ON rule_run (rule, happening);

-- What comes by time is looked for by these.
CREATE INDEX milestone_by_date ON milestone (named, at);
CREATE INDEX conversation_by_wait ON conversation (waiting_since) WHERE waiting_since IS NOT NULL;
CREATE INDEX conversation_by_reply ON conversation (last_out) WHERE waiting_since IS NULL;
