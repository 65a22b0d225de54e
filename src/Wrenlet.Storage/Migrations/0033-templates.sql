-- What dockets of a kind can begin with.
CREATE TABLE template (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  kind INTEGER NOT NULL REFERENCES kind,
  name TEXT NOT NULL COLLATE NOCASE,
  about TEXT NOT NULL DEFAULT '',
  subject TEXT NOT NULL DEFAULT '',
  message INTEGER REFERENCES stock_reply ON DELETE SET NULL,
  retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1)),
  UNIQUE (kind, name)
) STRICT;

CREATE TABLE template_task (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL,
  template INTEGER NOT NULL REFERENCES template,
  position INTEGER NOT NULL,
  parent INTEGER REFERENCES template_task ON DELETE CASCADE,
  title TEXT NOT NULL,
  notes TEXT NOT NULL DEFAULT '',
  rule TEXT NOT NULL CHECK (rule IN ('any', 'every')),
  priority TEXT NOT NULL CHECK (priority IN ('critical', 'high', 'normal', 'low')),
  estimate_minutes INTEGER CHECK (estimate_minutes > 0),
  gate INTEGER REFERENCES stage,
  UNIQUE (template, uid)
) STRICT;

CREATE INDEX template_task_by_parent ON template_task (parent) WHERE parent IS NOT NULL;

CREATE TABLE template_owner (
  task INTEGER NOT NULL REFERENCES template_task ON DELETE CASCADE,
  position INTEGER NOT NULL,
  person INTEGER REFERENCES person,
  crew INTEGER REFERENCES crew,
  role TEXT CHECK (role IN ('docket-owner', 'user')),
  PRIMARY KEY (task, position),
  CHECK ((person IS NOT NULL) + (crew IS NOT NULL) + (role IS NOT NULL) = 1)
) STRICT, WITHOUT ROWID;

-- The start or the due moment of a task, by its distance from something.
CREATE TABLE template_date (
  task INTEGER NOT NULL REFERENCES template_task ON DELETE CASCADE,
  which TEXT NOT NULL CHECK (which IN ('start', 'due')),
  milestone INTEGER REFERENCES kind_milestone,
  stage INTEGER REFERENCES stage,
  distance INTEGER NOT NULL,
  unit TEXT NOT NULL CHECK (unit IN ('working-days', 'days', 'weeks', 'months')),
  minute_of_day INTEGER CHECK (minute_of_day BETWEEN 0 AND 1439),
  PRIMARY KEY (task, which),
  CHECK (milestone IS NULL OR stage IS NULL)
) STRICT, WITHOUT ROWID;

CREATE TABLE template_after (
  task INTEGER NOT NULL REFERENCES template_task ON DELETE CASCADE,
  waits_for INTEGER NOT NULL REFERENCES template_task ON DELETE CASCADE,
  PRIMARY KEY (task, waits_for)
) STRICT, WITHOUT ROWID;

CREATE TABLE template_sheet (
  template INTEGER NOT NULL REFERENCES template,
  uid BLOB NOT NULL,
  position INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('page', 'table', 'drawing')),
  name TEXT NOT NULL,
  -- A page's Markdown, a table's CSV; a drawing has a file instead.
  body TEXT,
  file INTEGER REFERENCES file,
  PRIMARY KEY (template, uid),
  CHECK ((body IS NULL) <> (file IS NULL))
) STRICT, WITHOUT ROWID;

CREATE INDEX template_sheet_by_file ON template_sheet (file) WHERE file IS NOT NULL;

-- What was made from a template, so that it is made once in a docket.
CREATE TABLE templated (
  docket INTEGER NOT NULL REFERENCES docket,
  part BLOB NOT NULL,
  task INTEGER REFERENCES task ON DELETE SET NULL,
  PRIMARY KEY (docket, part)
) STRICT, WITHOUT ROWID;

-- Dates of tasks that follow what a template counted them from, until somebody sets them by hand.
CREATE TABLE task_following (
  task INTEGER NOT NULL REFERENCES task ON DELETE CASCADE,
  which TEXT NOT NULL CHECK (which IN ('start', 'due')),
  milestone INTEGER REFERENCES kind_milestone,
  stage INTEGER REFERENCES stage,
  distance INTEGER NOT NULL,
  unit TEXT NOT NULL CHECK (unit IN ('working-days', 'days', 'weeks', 'months')),
  minute_of_day INTEGER CHECK (minute_of_day BETWEEN 0 AND 1439),
  given INTEGER,
  PRIMARY KEY (task, which),
  CHECK ((milestone IS NULL) <> (stage IS NULL))
) STRICT, WITHOUT ROWID;

-- Dockets that are made again and again.
CREATE TABLE recurring_docket (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  template INTEGER NOT NULL REFERENCES template,
  subject TEXT NOT NULL,
  site TEXT NOT NULL DEFAULT '',
  owner INTEGER REFERENCES person,
  party INTEGER REFERENCES party,
  queue INTEGER REFERENCES queue,
  rule TEXT NOT NULL,
  -- Days as 2026-05-04.
  first_day TEXT NOT NULL,
  next_day TEXT,
  hears TEXT NOT NULL CHECK (hears IN ('nothing', 'told', 'asked')),
  message INTEGER REFERENCES stock_reply ON DELETE SET NULL,
  made_by INTEGER NOT NULL REFERENCES person,
  paused INTEGER NOT NULL DEFAULT 0 CHECK (paused IN (0, 1)),
  removed INTEGER NOT NULL DEFAULT 0 CHECK (removed IN (0, 1))
) STRICT;

CREATE INDEX recurring_docket_by_day ON recurring_docket (next_day) WHERE next_day IS NOT NULL AND paused = 0 AND removed = 0;

CREATE TABLE recurring_docket_made (
  recurring INTEGER NOT NULL REFERENCES recurring_docket,
  day TEXT NOT NULL,
  docket INTEGER NOT NULL REFERENCES docket,
  PRIMARY KEY (recurring, day)
) STRICT, WITHOUT ROWID;
