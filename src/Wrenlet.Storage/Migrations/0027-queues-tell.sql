-- Whom a queue names for what is late and still nobody's.
ALTER TABLE queue ADD COLUMN late_to INTEGER REFERENCES person;

-- What has been told of the clock of a conversation: of which waiting, and how far it had run down.
CREATE TABLE queue_told (
  conversation INTEGER PRIMARY KEY REFERENCES conversation,
  since INTEGER NOT NULL,
  moment TEXT NOT NULL CHECK (moment IN ('soon', 'late'))
) STRICT;

-- What waits already is not told all at once.
INSERT INTO queue_told (conversation, since, moment)
SELECT id, waiting_since, 'late' FROM conversation WHERE waiting_since IS NOT NULL AND state = 'open' AND queue IS NOT NULL;
