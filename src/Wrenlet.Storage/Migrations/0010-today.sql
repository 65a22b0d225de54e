-- How far someone has looked through the changes of a docket: what came after stands under "since you left".
CREATE TABLE looked_through (
  person INTEGER NOT NULL REFERENCES person,
  docket INTEGER NOT NULL REFERENCES docket,
  upto INTEGER NOT NULL,
  PRIMARY KEY (person, docket)
) STRICT, WITHOUT ROWID;

CREATE INDEX change_by_moment ON change (at, seq);
