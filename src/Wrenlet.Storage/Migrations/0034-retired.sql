-- Queues and crews that are not chosen any more stay what they were in what there is.
ALTER TABLE queue ADD COLUMN retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1));
ALTER TABLE crew ADD COLUMN retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1));
