-- Somebody of the staff signs in with another address as soon as both have been confirmed. Tokens stand here as hashes.
CREATE TABLE address_change (
  person INTEGER PRIMARY KEY REFERENCES person,
  address TEXT NOT NULL,
  old_hash BLOB NOT NULL UNIQUE,
  new_hash BLOB NOT NULL UNIQUE,
  old_confirmed INTEGER NOT NULL DEFAULT 0 CHECK (old_confirmed IN (0, 1)),
  new_confirmed INTEGER NOT NULL DEFAULT 0 CHECK (new_confirmed IN (0, 1)),
  ends INTEGER NOT NULL
) STRICT;

-- Two who were found to be one: this one's name on what was said leads to the other.
ALTER TABLE person ADD COLUMN joined_into INTEGER REFERENCES person;
