-- Sites are a list: what is chosen of it stands by its name in dockets, queues and kinds, and is renamed with it.
CREATE TABLE site (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  name TEXT NOT NULL COLLATE NOCASE UNIQUE,
  address TEXT NOT NULL DEFAULT '',
  zone TEXT NOT NULL DEFAULT '',
  calendar TEXT NOT NULL DEFAULT '',
  retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1))
) STRICT;

INSERT OR IGNORE INTO site (uid, name)
SELECT randomblob(16), trim(name)
FROM (SELECT site AS name FROM docket UNION SELECT site FROM queue) WHERE trim(name) <> '' ORDER BY name;
