-- Mail to this address waits in this queue, whatever its words.
ALTER TABLE queue ADD COLUMN address TEXT COLLATE NOCASE;
CREATE UNIQUE INDEX queue_by_address ON queue (address) WHERE address IS NOT NULL;

-- Whether the first steps are shown to nobody any more.
ALTER TABLE firm ADD COLUMN steps_hidden INTEGER NOT NULL DEFAULT 0 CHECK (steps_hidden IN (0, 1));
