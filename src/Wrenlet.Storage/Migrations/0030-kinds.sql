-- Kinds of docket, their stages, milestones and fields are the firm's own and have identities.
CREATE TABLE kind (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  position INTEGER NOT NULL,
  name TEXT NOT NULL COLLATE NOCASE UNIQUE,
  many TEXT NOT NULL,
  letters TEXT NOT NULL COLLATE NOCASE UNIQUE,
  next_number INTEGER NOT NULL DEFAULT 1 CHECK (next_number > 0),
  next_in INTEGER,
  by_year INTEGER NOT NULL DEFAULT 0 CHECK (by_year IN (0, 1)),
  with_party INTEGER NOT NULL DEFAULT 1 CHECK (with_party IN (0, 1)),
  queue INTEGER REFERENCES queue,
  site TEXT NOT NULL DEFAULT '',
  owner INTEGER REFERENCES person,
  from_talk INTEGER NOT NULL DEFAULT 0 CHECK (from_talk IN (0, 1)),
  retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1))
) STRICT;

CREATE TABLE stage (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  kind INTEGER NOT NULL REFERENCES kind,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  public_name TEXT,
  retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1))
) STRICT;

CREATE INDEX stage_by_kind ON stage (kind, position);

CREATE TABLE kind_milestone (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  kind INTEGER NOT NULL REFERENCES kind,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  stage INTEGER REFERENCES stage,
  at_end INTEGER NOT NULL DEFAULT 0 CHECK (at_end IN (0, 1)),
  retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1))
) STRICT;

CREATE INDEX kind_milestone_by_kind ON kind_milestone (kind, position);

CREATE TABLE field (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  kind INTEGER NOT NULL REFERENCES kind,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  type TEXT NOT NULL CHECK (type IN ('text', 'long-text', 'number', 'money', 'date', 'choice', 'person', 'checkbox')),
  unit TEXT NOT NULL DEFAULT '',
  needed_from INTEGER REFERENCES stage,
  in_head INTEGER NOT NULL DEFAULT 0 CHECK (in_head IN (0, 1)),
  party_sees INTEGER NOT NULL DEFAULT 0 CHECK (party_sees IN (0, 1)),
  retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1))
) STRICT;

CREATE INDEX field_by_kind ON field (kind, position);

CREATE TABLE field_choice (
  field INTEGER NOT NULL REFERENCES field,
  uid BLOB NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1)),
  PRIMARY KEY (field, uid)
) STRICT, WITHOUT ROWID;

-- What dockets hold in their fields: nothing is kept of what is empty. "ordered" is what numbers, sums, days and choices
-- are sorted by.
CREATE TABLE field_value (
  docket INTEGER NOT NULL REFERENCES docket,
  field INTEGER NOT NULL REFERENCES field,
  stored TEXT NOT NULL,
  ordered REAL,
  PRIMARY KEY (docket, field)
) STRICT, WITHOUT ROWID;

CREATE INDEX field_value_by_field ON field_value (field, docket, stored, ordered);

-- A firm that was there before kinds were its own has the kinds and stages that stood in the product.
INSERT INTO kind (id, uid, position, name, many, letters, with_party, from_talk)
SELECT column1, column2, column1, column3, column4, column5, column6, column7 FROM (VALUES
  (1, x'00000000000080008000000000010000', 'Job', 'Jobs', 'J', 1, 0),
  (2, x'00000000000080008000000000020000', 'Ticket', 'Tickets', 'T', 1, 1),
  (3, x'00000000000080008000000000030000', 'Project', 'Projects', 'P', 0, 0))
WHERE EXISTS (SELECT 1 FROM firm) OR EXISTS (SELECT 1 FROM docket);

INSERT INTO stage (uid, kind, position, name)
SELECT column1, column2, column3, column4 FROM (VALUES
  (x'00000000000080008000000000010001', 1, 0, 'Enquiry'),
  (x'00000000000080008000000000010002', 1, 1, 'Survey'),
  (x'00000000000080008000000000010003', 1, 2, 'Quote'),
  (x'00000000000080008000000000010004', 1, 3, 'Work'),
  (x'00000000000080008000000000010005', 1, 4, 'Launch'),
  (x'00000000000080008000000000010006', 1, 5, 'Handover'),
  (x'00000000000080008000000000020001', 2, 0, 'Reported'),
  (x'00000000000080008000000000020002', 2, 1, 'Looking'),
  (x'00000000000080008000000000020003', 2, 2, 'Repair'),
  (x'00000000000080008000000000020004', 2, 3, 'Settled'),
  (x'00000000000080008000000000030001', 3, 0, 'Idea'),
  (x'00000000000080008000000000030002', 3, 1, 'Plan'),
  (x'00000000000080008000000000030003', 3, 2, 'Build'),
  (x'00000000000080008000000000030004', 3, 3, 'Done'))
WHERE EXISTS (SELECT 1 FROM kind);

CREATE TABLE docket_anew (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  kind INTEGER NOT NULL REFERENCES kind,
  ref TEXT NOT NULL COLLATE NOCASE UNIQUE,
  number INTEGER NOT NULL,
  year INTEGER,
  subject TEXT NOT NULL,
  site TEXT NOT NULL,
  owner INTEGER REFERENCES person,
  stage INTEGER NOT NULL REFERENCES stage,
  priority TEXT NOT NULL DEFAULT 'normal' CHECK (priority IN ('critical', 'high', 'normal', 'low')),
  state TEXT NOT NULL DEFAULT 'open' CHECK (state IN ('open', 'closed')),
  limited INTEGER NOT NULL DEFAULT 0 CHECK (limited IN (0, 1)),
  made INTEGER NOT NULL,
  made_by INTEGER REFERENCES person,
  part_of INTEGER REFERENCES docket,
  same_as INTEGER REFERENCES docket,
  removed INTEGER,
  limited_before INTEGER
) STRICT;

INSERT INTO docket_anew (id, uid, kind, ref, number, subject, site, owner, stage, priority, state, limited, made)
SELECT d.id, d.uid, k.id, k.letters || '-' || d.number, d.number, d.subject, d.site, d.owner,
  coalesce(
    (SELECT s.id FROM stage s WHERE s.kind = k.id AND s.position = d.stage),
    (SELECT s.id FROM stage s WHERE s.kind = k.id ORDER BY s.position DESC LIMIT 1)),
  d.priority, d.state, d.limited, d.made
FROM docket d JOIN kind k ON k.name = d.kind;

DROP TABLE docket;
ALTER TABLE docket_anew RENAME TO docket;
CREATE INDEX docket_by_state ON docket (state, id);
CREATE INDEX docket_by_stage ON docket (stage);
CREATE INDEX docket_by_number ON docket (kind, year, number);
CREATE INDEX docket_parts ON docket (part_of) WHERE part_of IS NOT NULL;
UPDATE kind SET next_number = 1 + coalesce((SELECT max(number) FROM docket WHERE docket.kind = kind.id), 0);

-- References that a docket had before it became another kind; they lead to it still.
CREATE TABLE docket_former_ref (
  ref TEXT NOT NULL COLLATE NOCASE PRIMARY KEY,
  docket INTEGER NOT NULL REFERENCES docket,
  until INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

-- A milestone keeps every date that it had: who set it, and to whom it was promised.
CREATE TABLE milestone_anew (
  id INTEGER PRIMARY KEY,
  docket INTEGER NOT NULL REFERENCES docket,
  named INTEGER REFERENCES kind_milestone,
  name TEXT NOT NULL COLLATE NOCASE,
  at INTEGER,
  promised_to INTEGER REFERENCES party,
  UNIQUE (docket, name)
) STRICT;

INSERT INTO milestone_anew (docket, name, at) SELECT docket, name, at FROM milestone ORDER BY docket, name;
DROP TABLE milestone;
ALTER TABLE milestone_anew RENAME TO milestone;

CREATE TABLE milestone_date (
  milestone INTEGER NOT NULL REFERENCES milestone,
  number INTEGER NOT NULL,
  at INTEGER,
  promised_to INTEGER REFERENCES party,
  by INTEGER REFERENCES person,
  set_at INTEGER NOT NULL,
  PRIMARY KEY (milestone, number)
) STRICT, WITHOUT ROWID;

INSERT INTO milestone_date (milestone, number, at, set_at)
SELECT m.id, 1, m.at, d.made FROM milestone m JOIN docket d ON d.id = m.docket;

-- A gate belongs to a stage, not to a place in a list.
ALTER TABLE task ADD COLUMN gate INTEGER REFERENCES stage;
UPDATE task SET gate = (
  SELECT s.id FROM stage s JOIN docket d ON d.kind = s.kind WHERE d.id = task.docket AND s.position = task.gate_stage
) WHERE gate_stage IS NOT NULL;
ALTER TABLE task DROP COLUMN gate_stage;
CREATE INDEX task_by_gate ON task (gate) WHERE gate IS NOT NULL;
