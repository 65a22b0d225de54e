-- Who may have a file is looked up by the mail that it is, and a person's tasks by their crews: neither reads a table whole.
CREATE INDEX entry_by_source ON entry (source) WHERE source IS NOT NULL;
CREATE INDEX task_owner_by_crew ON task_owner (crew) WHERE crew IS NOT NULL;
