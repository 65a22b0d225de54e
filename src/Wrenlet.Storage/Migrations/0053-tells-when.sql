-- Whether customers and partners see on their pages when their work is likely done.
ALTER TABLE firm ADD COLUMN tells_when INTEGER NOT NULL DEFAULT 0 CHECK (tells_when IN (0, 1));
