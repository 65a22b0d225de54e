CREATE TABLE docket (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  kind TEXT NOT NULL CHECK (kind IN ('job', 'ticket', 'project')),
  number INTEGER NOT NULL,
  subject TEXT NOT NULL,
  site TEXT NOT NULL,
  owner INTEGER REFERENCES person,
  stage INTEGER NOT NULL DEFAULT 0,
  priority TEXT NOT NULL DEFAULT 'normal' CHECK (priority IN ('critical', 'high', 'normal', 'low')),
  state TEXT NOT NULL DEFAULT 'open' CHECK (state IN ('open', 'closed')),
  limited INTEGER NOT NULL DEFAULT 0 CHECK (limited IN (0, 1)),
  made INTEGER NOT NULL,
  UNIQUE (kind, number)
) STRICT;

CREATE INDEX docket_by_state ON docket (state, id);

CREATE TABLE docket_sight_person (
  docket INTEGER NOT NULL REFERENCES docket,
  person INTEGER NOT NULL REFERENCES person,
  PRIMARY KEY (docket, person)
) STRICT, WITHOUT ROWID;

CREATE TABLE docket_sight_crew (
  docket INTEGER NOT NULL REFERENCES docket,
  crew INTEGER NOT NULL REFERENCES crew,
  PRIMARY KEY (docket, crew)
) STRICT, WITHOUT ROWID;

CREATE TABLE milestone (
  docket INTEGER NOT NULL REFERENCES docket,
  name TEXT NOT NULL,
  at INTEGER NOT NULL,
  PRIMARY KEY (docket, name)
) STRICT, WITHOUT ROWID;
