-- What staff keep about a party: where it is, what to know, how it likes to be reached, who speaks for it.
ALTER TABLE party ADD COLUMN address TEXT NOT NULL DEFAULT '';
ALTER TABLE party ADD COLUMN notes TEXT NOT NULL DEFAULT '';
ALTER TABLE party ADD COLUMN prefers TEXT CHECK (prefers IN ('mail', 'text', 'call', 'page'));
ALTER TABLE party ADD COLUMN speaker INTEGER REFERENCES person;

CREATE TABLE party_site (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  party INTEGER NOT NULL REFERENCES party,
  name TEXT NOT NULL,
  address TEXT NOT NULL DEFAULT '',
  notes TEXT NOT NULL DEFAULT '',
  retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1))
) STRICT;
CREATE INDEX party_site_of ON party_site (party);

CREATE TABLE party_thing (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  party INTEGER NOT NULL REFERENCES party,
  site INTEGER REFERENCES party_site,
  sort TEXT NOT NULL DEFAULT '',
  name TEXT NOT NULL,
  number TEXT NOT NULL DEFAULT '',
  notes TEXT NOT NULL DEFAULT '',
  retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1))
) STRICT;
CREATE INDEX party_thing_of ON party_thing (party);
CREATE INDEX party_thing_number ON party_thing (number COLLATE NOCASE) WHERE number <> '';

CREATE TABLE party_thing_field (
  thing INTEGER NOT NULL REFERENCES party_thing,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  value TEXT NOT NULL,
  PRIMARY KEY (thing, position)
) STRICT, WITHOUT ROWID;

-- What of a party's things a docket is about.
CREATE TABLE docket_thing (
  docket INTEGER NOT NULL REFERENCES docket,
  thing INTEGER NOT NULL REFERENCES party_thing,
  PRIMARY KEY (docket, thing)
) STRICT, WITHOUT ROWID;
CREATE INDEX docket_thing_of ON docket_thing (thing);

-- The list of contacts is read by name.
CREATE INDEX party_name ON party (name COLLATE NOCASE);
