-- A withdrawal can be taken back: one more kind of step. SQLite changes no CHECK, so the table is made anew.
CREATE TABLE ask_step_now (
  id INTEGER PRIMARY KEY,
  ask INTEGER NOT NULL REFERENCES ask,
  kind TEXT NOT NULL CHECK (kind IN ('answered', 'passed-on', 'not-mine', 'anew', 'withdrawn', 'renewed', 'reminded')),
  made_by INTEGER NOT NULL REFERENCES person,
  at INTEGER NOT NULL,
  answers_for INTEGER REFERENCES person,
  passed_to INTEGER REFERENCES person,
  approves INTEGER CHECK (approves IN (0, 1)),
  chosen TEXT NOT NULL DEFAULT '[]',
  words TEXT NOT NULL DEFAULT ''
) STRICT;

INSERT INTO ask_step_now (id, ask, kind, made_by, at, answers_for, passed_to, approves, chosen, words)
  SELECT id, ask, kind, made_by, at, answers_for, passed_to, approves, chosen, words FROM ask_step;

DROP TABLE ask_step;
ALTER TABLE ask_step_now RENAME TO ask_step;

CREATE INDEX ask_step_by_ask ON ask_step (ask, id);
CREATE INDEX ask_step_by_receiver ON ask_step (passed_to, ask) WHERE passed_to IS NOT NULL;
