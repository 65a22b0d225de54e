-- Links mailed to staff, by which they choose a password; only their hashes are known here. One of each sort a person.
CREATE TABLE account_link (
  person INTEGER NOT NULL REFERENCES person,
  purpose TEXT NOT NULL CHECK (purpose IN ('invitation', 'reset')),
  token_hash BLOB NOT NULL UNIQUE,
  made INTEGER NOT NULL,
  ends INTEGER NOT NULL,
  PRIMARY KEY (person, purpose)
) STRICT, WITHOUT ROWID;
