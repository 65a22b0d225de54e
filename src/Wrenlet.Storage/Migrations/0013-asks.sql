-- How an ask stands is computed from its steps; "over" only finds the open ones quickly, and is kept with each step.
CREATE TABLE ask (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  entry INTEGER NOT NULL UNIQUE REFERENCES entry,
  asked_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('question', 'decision', 'choice', 'confirmation')),
  rule TEXT NOT NULL CHECK (rule IN ('anyone', 'everyone', 'number', 'in-order')),
  needed INTEGER NOT NULL DEFAULT 0,
  due INTEGER,
  time_up TEXT NOT NULL DEFAULT 'remind' CHECK (time_up IN ('remind', 'pass-on', 'lapse')),
  pass_to INTEGER REFERENCES person,
  several INTEGER NOT NULL DEFAULT 0 CHECK (several IN (0, 1)),
  hidden INTEGER NOT NULL DEFAULT 0 CHECK (hidden IN (0, 1)),
  right_option INTEGER,
  over INTEGER NOT NULL DEFAULT 0 CHECK (over IN (0, 1)),
  ran_out INTEGER NOT NULL DEFAULT 0 CHECK (ran_out IN (0, 1))
) STRICT;

CREATE INDEX ask_open_by_asker ON ask (asked_by, id) WHERE over = 0;
CREATE INDEX ask_by_asker ON ask (asked_by, id);
CREATE INDEX ask_open_by_due ON ask (due) WHERE over = 0 AND ran_out = 0 AND due IS NOT NULL;

CREATE TABLE ask_option (
  ask INTEGER NOT NULL REFERENCES ask,
  position INTEGER NOT NULL,
  words TEXT NOT NULL,
  PRIMARY KEY (ask, position)
) STRICT, WITHOUT ROWID;

CREATE TABLE ask_person (
  ask INTEGER NOT NULL REFERENCES ask,
  position INTEGER NOT NULL,
  person INTEGER NOT NULL REFERENCES person,
  crew INTEGER REFERENCES crew,
  PRIMARY KEY (ask, position)
) STRICT, WITHOUT ROWID;

CREATE INDEX ask_by_person ON ask_person (person, ask);

CREATE TABLE ask_step (
  id INTEGER PRIMARY KEY,
  ask INTEGER NOT NULL REFERENCES ask,
  kind TEXT NOT NULL CHECK (kind IN ('answered', 'passed-on', 'not-mine', 'anew', 'withdrawn', 'reminded')),
  made_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  answers_for INTEGER REFERENCES person,
  passed_to INTEGER REFERENCES person,
  approves INTEGER CHECK (approves IN (0, 1)),
  chosen TEXT NOT NULL DEFAULT '[]',
  words TEXT NOT NULL DEFAULT ''
) STRICT;

CREATE INDEX ask_step_by_ask ON ask_step (ask, id);
CREATE INDEX ask_step_by_receiver ON ask_step (passed_to, ask) WHERE passed_to IS NOT NULL;
CREATE INDEX ask_by_pass_to ON ask (pass_to, id) WHERE pass_to IS NOT NULL AND over = 0;

ALTER TABLE entry ADD COLUMN asks INTEGER NOT NULL DEFAULT 0 CHECK (asks IN (0, 1));
