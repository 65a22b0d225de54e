-- Files of the same bytes are found by their hash: what was inside under another name is still inside.
CREATE INDEX file_bytes ON file (sha256);
