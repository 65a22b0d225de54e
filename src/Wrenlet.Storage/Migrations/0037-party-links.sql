-- Links by which customers and partners reach their page: several may work at once, each ends by itself.
CREATE TABLE party_link (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  token_hash BLOB NOT NULL UNIQUE,
  person INTEGER NOT NULL REFERENCES person,
  made_by INTEGER REFERENCES person,
  way TEXT NOT NULL CHECK (way IN ('copied', 'mail', 'text', 'asked-for', 'in-mail')),
  made INTEGER NOT NULL,
  ends INTEGER NOT NULL,
  last_used INTEGER,
  ended INTEGER
) STRICT;
CREATE INDEX party_link_by_person ON party_link (person);
INSERT INTO party_link (uid, token_hash, person, way, made, ends)
  SELECT randomblob(16), token_hash, person, 'copied', made, made + 31536000000 FROM private_link;
DROP TABLE private_link;

ALTER TABLE session ADD COLUMN link INTEGER REFERENCES party_link;
CREATE INDEX session_by_link ON session (link) WHERE link IS NOT NULL;

-- By which link somebody came who said something on their page.
CREATE TABLE entry_link (
  entry INTEGER PRIMARY KEY REFERENCES entry,
  link INTEGER NOT NULL REFERENCES party_link
) STRICT;

-- How long links work; the key of those that go with mails, so that a mail made twice has the same; what ends a mail;
-- and what stands over the customer's page.
ALTER TABLE firm ADD COLUMN link_days INTEGER NOT NULL DEFAULT 90 CHECK (link_days BETWEEN 1 AND 3650);
ALTER TABLE firm ADD COLUMN signature TEXT NOT NULL DEFAULT '';
CREATE TABLE link_key (id INTEGER PRIMARY KEY CHECK (id = 1), bytes BLOB NOT NULL) STRICT;
INSERT INTO link_key VALUES (1, randomblob(32));
CREATE TABLE firm_logo (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  media_type TEXT NOT NULL CHECK (media_type IN ('image/png', 'image/jpeg')),
  bytes BLOB NOT NULL
) STRICT;
