-- Dockets and files are found by the words of their names, as all else is.
CREATE VIRTUAL TABLE docket_search USING fts5 (words, content = '', contentless_delete = 1, tokenize = 'unicode61 remove_diacritics 2');
INSERT INTO docket_search (rowid, words) SELECT id, subject || ' ' || site FROM docket;

CREATE VIRTUAL TABLE file_search USING fts5 (name, content = '', contentless_delete = 1, tokenize = 'unicode61 remove_diacritics 2');
INSERT INTO file_search (rowid, name) SELECT id, name FROM file;
