-- Work that goes on by itself and failed: which, why, how often, and when it is tried again (machine time).
CREATE TABLE stuck_work (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  kind TEXT NOT NULL,
  item TEXT NOT NULL,
  about TEXT NOT NULL,
  owner INTEGER REFERENCES person,
  reason TEXT NOT NULL,
  tries INTEGER NOT NULL,
  first INTEGER NOT NULL,
  last INTEGER NOT NULL,
  next INTEGER,
  UNIQUE (kind, item)
) STRICT;
