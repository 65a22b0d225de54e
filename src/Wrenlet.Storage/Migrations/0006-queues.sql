-- Every way in and out, what waits to leave, and what the queues learn from.
-- Runs with foreign keys off, because entry is made anew under its name; they are checked when the database is opened.

ALTER TABLE firm ADD COLUMN country TEXT NOT NULL DEFAULT '';
ALTER TABLE firm ADD COLUMN router_threshold REAL NOT NULL DEFAULT 0.75 CHECK (router_threshold BETWEEN 0 AND 1);

ALTER TABLE person ADD COLUMN language TEXT NOT NULL DEFAULT '';
ALTER TABLE person ADD COLUMN calendar INTEGER REFERENCES calendar;

-- Further ways to reach a person beside their main address: numbers in E.164, mail addresses.
CREATE TABLE reach (
  kind TEXT NOT NULL CHECK (kind IN ('mail', 'phone')),
  value TEXT NOT NULL COLLATE NOCASE,
  person INTEGER NOT NULL REFERENCES person,
  label TEXT NOT NULL DEFAULT '',
  PRIMARY KEY (kind, value)
) STRICT, WITHOUT ROWID;

CREATE INDEX reach_by_person ON reach (person);

-- A party that was found to be another one lives on in that one; moved says what went over, so that it can come back.
ALTER TABLE party ADD COLUMN merged_into INTEGER REFERENCES party;

CREATE TABLE party_merge (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  at INTEGER NOT NULL,
  made_by INTEGER NOT NULL REFERENCES person,
  kept INTEGER NOT NULL REFERENCES party,
  gone INTEGER NOT NULL REFERENCES party,
  moved TEXT NOT NULL,
  undone INTEGER
) STRICT;

ALTER TABLE conversation ADD COLUMN crew INTEGER REFERENCES crew;
ALTER TABLE conversation ADD COLUMN aside_until INTEGER;
ALTER TABLE conversation ADD COLUMN closed_at INTEGER;
ALTER TABLE conversation ADD COLUMN stranger_phone TEXT;

CREATE INDEX conversation_closed ON conversation (closed_at) WHERE state = 'closed' AND queue IS NOT NULL;
CREATE INDEX conversation_aside ON conversation (aside_until) WHERE aside_until IS NOT NULL;
CREATE INDEX conversation_by_phone ON conversation (stranger_phone, id) WHERE stranger_phone IS NOT NULL;

-- Bytes lie in the data folder under their SHA-256.
CREATE TABLE file (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  sha256 BLOB NOT NULL,
  name TEXT NOT NULL,
  media_type TEXT NOT NULL,
  size INTEGER NOT NULL CHECK (size >= 0),
  made_by INTEGER REFERENCES person,
  at INTEGER NOT NULL
) STRICT;

CREATE TABLE entry_new (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  conversation INTEGER NOT NULL REFERENCES conversation,
  kind TEXT NOT NULL CHECK (kind IN ('note', 'in', 'out', 'event')),
  via TEXT CHECK (via IN ('mail', 'page', 'text', 'call')),
  author INTEGER REFERENCES person,
  sender TEXT,
  at INTEGER NOT NULL,
  body TEXT NOT NULL,
  markdown INTEGER NOT NULL CHECK (markdown IN (0, 1)),
  html TEXT NOT NULL,
  -- Written by a machine on the other side: starts no clock.
  automatic INTEGER NOT NULL DEFAULT 0 CHECK (automatic IN (0, 1)),
  -- Why it came back, when it did.
  came_back TEXT,
  -- The leak check's reasons that its sender went on in spite of.
  knowing TEXT,
  -- The mail as it arrived.
  source INTEGER REFERENCES file,
  -- How many files it carries, so that those without are not looked for.
  files INTEGER NOT NULL DEFAULT 0
) STRICT;

INSERT INTO entry_new (id, uid, conversation, kind, via, author, sender, at, body, markdown, html)
  SELECT id, uid, conversation, kind, via, author, sender, at, body, markdown, html FROM entry;
DROP TABLE entry;
ALTER TABLE entry_new RENAME TO entry;
CREATE INDEX entry_by_conversation ON entry (conversation, id);

CREATE TABLE entry_file (
  entry INTEGER NOT NULL REFERENCES entry,
  position INTEGER NOT NULL,
  file INTEGER NOT NULL REFERENCES file,
  PRIMARY KEY (entry, position)
) STRICT, WITHOUT ROWID;

CREATE INDEX entry_by_file ON entry_file (file);

CREATE TABLE entry_recipient (
  entry INTEGER NOT NULL REFERENCES entry,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  address TEXT NOT NULL,
  PRIMARY KEY (entry, position)
) STRICT, WITHOUT ROWID;

-- not_before is the machine's time until which it can be taken back; leaving is set just before it is handed over.
-- before holds the conversation as it was, for taking it back.
ALTER TABLE outbox ADD COLUMN not_before INTEGER NOT NULL DEFAULT 0;
ALTER TABLE outbox ADD COLUMN leaving INTEGER NOT NULL DEFAULT 0 CHECK (leaving IN (0, 1));
ALTER TABLE outbox ADD COLUMN before TEXT;

-- Where the router put a first message, or would have.
CREATE TABLE routing (
  conversation INTEGER NOT NULL PRIMARY KEY REFERENCES conversation,
  text TEXT NOT NULL,
  guess INTEGER REFERENCES queue,
  certainty REAL NOT NULL,
  words TEXT NOT NULL,
  placed INTEGER NOT NULL CHECK (placed IN (0, 1)),
  at INTEGER NOT NULL
) STRICT;

-- Where people put it: what the router learns from.
CREATE TABLE lesson (
  conversation INTEGER NOT NULL PRIMARY KEY REFERENCES conversation,
  text TEXT NOT NULL,
  queue INTEGER NOT NULL REFERENCES queue,
  at INTEGER NOT NULL
) STRICT;

CREATE TABLE stock_reply (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  person INTEGER REFERENCES person,
  name TEXT NOT NULL COLLATE NOCASE,
  body TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;

CREATE UNIQUE INDEX stock_reply_name ON stock_reply (coalesce(person, 0), name);

-- What the party thought, asked once after each closing.
CREATE TABLE rating (
  conversation INTEGER NOT NULL REFERENCES conversation,
  closed_at INTEGER NOT NULL,
  given_at INTEGER NOT NULL,
  steps INTEGER NOT NULL CHECK (steps BETWEEN 1 AND 5),
  words TEXT NOT NULL,
  owner INTEGER REFERENCES person,
  queue INTEGER REFERENCES queue,
  PRIMARY KEY (conversation, closed_at)
) STRICT, WITHOUT ROWID;

CREATE TABLE text_message (
  message_id TEXT NOT NULL PRIMARY KEY,
  entry INTEGER NOT NULL REFERENCES entry
) STRICT, WITHOUT ROWID;
