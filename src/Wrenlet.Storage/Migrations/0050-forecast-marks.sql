-- How each open docket was forecast in the morning of each day, to tell later what has changed since. Days are those of the firm's
-- calendar, as "2026-04-14"; what it counted with is JSON.
CREATE TABLE forecast_mark (
  docket INTEGER NOT NULL REFERENCES docket,
  day TEXT NOT NULL,
  at INTEGER NOT NULL,
  stage BLOB,
  kept50 INTEGER NOT NULL,
  sure INTEGER CHECK (sure BETWEEN 0 AND 100),
  counted TEXT NOT NULL,
  PRIMARY KEY (docket, day)
) STRICT, WITHOUT ROWID;
CREATE INDEX forecast_mark_day ON forecast_mark (day);
