CREATE TABLE alert (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  person INTEGER NOT NULL REFERENCES person,
  reason TEXT NOT NULL,
  made_by INTEGER REFERENCES person,
  at INTEGER NOT NULL,
  conversation INTEGER REFERENCES conversation,
  entry INTEGER REFERENCES entry,
  task INTEGER REFERENCES task,
  words TEXT NOT NULL,
  read INTEGER
) STRICT;

CREATE INDEX alert_by_person ON alert (person, id);
CREATE INDEX alert_unread ON alert (person) WHERE read IS NULL;
