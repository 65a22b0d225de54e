-- The log by kinds, and from where each was asked; the firm says how long it is kept.
ALTER TABLE audit ADD COLUMN kind TEXT NOT NULL DEFAULT 'settings' CHECK (kind IN ('signing-in', 'refused', 'accounts',
  'settings', 'dockets', 'removed', 'taken-along', 'read-across', 'by-itself'));
ALTER TABLE audit ADD COLUMN source TEXT;
ALTER TABLE firm ADD COLUMN log_days INTEGER NOT NULL DEFAULT 730 CHECK (log_days BETWEEN 30 AND 36500);

UPDATE audit SET kind = CASE
  WHEN what LIKE 'signed in%' THEN 'signing-in'
  WHEN what LIKE 'exported%' THEN 'taken-along'
  WHEN what LIKE 'read across%' THEN 'read-across'
  WHEN what LIKE '%docket%' OR what LIKE '%contact%' OR what LIKE '%same person%' OR what LIKE 'imported%'
    OR what LIKE 'moved past%' OR what LIKE 'sent in spite%' THEN 'dockets'
  WHEN what LIKE '%link%' OR what LIKE '%account%' OR what LIKE '%password%' OR what LIKE '%address%'
    OR what LIKE '%invitation%' OR what LIKE '%sight%' OR what LIKE '%come back%' OR what LIKE '%command line%'
    THEN 'accounts'
  ELSE 'settings' END;

CREATE INDEX audit_by_person ON audit (person);
CREATE INDEX audit_by_kind ON audit (kind);
CREATE INDEX audit_by_moment ON audit (at);
