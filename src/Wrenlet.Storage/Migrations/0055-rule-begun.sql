-- Dockets that a rule began, and how many rules set one another off before: what time brings in them counts on from there.
CREATE TABLE rule_begun (
  docket INTEGER PRIMARY KEY REFERENCES docket,
  depth INTEGER NOT NULL CHECK (depth > 0)
) STRICT;
