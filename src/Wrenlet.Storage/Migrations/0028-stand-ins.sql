-- Whether an administrator switched the stand-ins for outside services on; the demo has them in any case.
ALTER TABLE firm ADD COLUMN stand_ins INTEGER NOT NULL DEFAULT 0;
