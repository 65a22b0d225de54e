-- What is said of a file where it is carried, and how large it is as a picture, so that its place can be kept free.
ALTER TABLE entry_file ADD COLUMN caption TEXT;
ALTER TABLE file ADD COLUMN width INTEGER;
ALTER TABLE file ADD COLUMN height INTEGER;

-- Files that are still on their way; how much has come is the length of the part on the disk.
CREATE TABLE upload (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  person INTEGER NOT NULL REFERENCES person,
  name TEXT NOT NULL,
  media_type TEXT NOT NULL,
  size INTEGER NOT NULL CHECK (size > 0),
  at INTEGER NOT NULL
) STRICT;

CREATE INDEX upload_by_person ON upload (person, at);
