CREATE TABLE queue (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  name TEXT NOT NULL UNIQUE,
  site TEXT NOT NULL,
  crew INTEGER REFERENCES crew,
  calendar INTEGER NOT NULL REFERENCES calendar,
  first_minutes INTEGER NOT NULL CHECK (first_minutes > 0),
  later_minutes INTEGER NOT NULL CHECK (later_minutes > 0),
  handover TEXT NOT NULL DEFAULT 'crew' CHECK (handover IN ('anyone', 'crew', 'owner')),
  unsorted INTEGER NOT NULL DEFAULT 0 CHECK (unsorted IN (0, 1))
) STRICT;

CREATE UNIQUE INDEX queue_unsorted ON queue (unsorted) WHERE unsorted = 1;

-- Turn and clock are not here: the core computes them from these moments.
CREATE TABLE conversation (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  docket INTEGER REFERENCES docket,
  audience TEXT NOT NULL CHECK (audience IN ('inside', 'outside', 'direct', 'group')),
  party INTEGER REFERENCES party,
  stranger_name TEXT,
  stranger_address TEXT COLLATE NOCASE,
  queue INTEGER REFERENCES queue,
  owner INTEGER REFERENCES person,
  state TEXT NOT NULL DEFAULT 'open' CHECK (state IN ('open', 'closed')),
  subject TEXT NOT NULL DEFAULT '',
  waiting_since INTEGER,
  last_in INTEGER,
  last_out INTEGER,
  nothing_due INTEGER,
  last_entry INTEGER
) STRICT;

CREATE INDEX conversation_by_docket ON conversation (docket, audience) WHERE docket IS NOT NULL;
CREATE INDEX conversation_by_queue ON conversation (state, id) WHERE queue IS NOT NULL;
CREATE INDEX conversation_by_party ON conversation (party, id) WHERE party IS NOT NULL;
CREATE INDEX conversation_by_stranger ON conversation (stranger_address, id) WHERE stranger_address IS NOT NULL;

-- html is made from body when it is written: reading is far more frequent than writing.
CREATE TABLE entry (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  conversation INTEGER NOT NULL REFERENCES conversation,
  kind TEXT NOT NULL CHECK (kind IN ('note', 'in', 'out', 'event')),
  via TEXT CHECK (via IN ('mail', 'page')),
  author INTEGER REFERENCES person,
  sender TEXT,
  at INTEGER NOT NULL,
  body TEXT NOT NULL,
  markdown INTEGER NOT NULL CHECK (markdown IN (0, 1)),
  html TEXT NOT NULL
) STRICT;

CREATE INDEX entry_by_conversation ON entry (conversation, id);

CREATE TABLE entry_tag (
  entry INTEGER NOT NULL REFERENCES entry,
  kind TEXT NOT NULL CHECK (kind IN ('person', 'crew', 'docket', 'task')),
  target TEXT NOT NULL,
  PRIMARY KEY (entry, kind, target)
) STRICT, WITHOUT ROWID;

CREATE VIRTUAL TABLE entry_search USING fts5 (plain, content = '', contentless_delete = 1, tokenize = 'unicode61 remove_diacritics 2');

CREATE TABLE mail (
  message_id TEXT NOT NULL PRIMARY KEY,
  entry INTEGER NOT NULL REFERENCES entry,
  conversation INTEGER NOT NULL REFERENCES conversation
) STRICT, WITHOUT ROWID;

CREATE INDEX mail_by_conversation ON mail (conversation, entry);
CREATE INDEX mail_by_entry ON mail (entry);

-- A row is here from the commit of its entry until the post office has taken it.
CREATE TABLE outbox (
  entry INTEGER NOT NULL PRIMARY KEY REFERENCES entry,
  tries INTEGER NOT NULL DEFAULT 0,
  problem TEXT
) STRICT;

CREATE TABLE mail_aside (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  at INTEGER NOT NULL,
  reason TEXT NOT NULL,
  raw BLOB NOT NULL
) STRICT;

-- subject is the uid of what changed. person is whose own thing it is; null for what belongs to a docket or conversation.
CREATE TABLE change (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  kind TEXT NOT NULL,
  subject BLOB NOT NULL,
  docket INTEGER REFERENCES docket,
  conversation INTEGER REFERENCES conversation,
  person INTEGER REFERENCES person,
  made_by INTEGER REFERENCES person,
  at INTEGER NOT NULL
) STRICT;

CREATE INDEX change_by_docket ON change (docket, seq) WHERE docket IS NOT NULL;
