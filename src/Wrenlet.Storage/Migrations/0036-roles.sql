-- Roles are the firm's own: a name for a set of rights. The four there were become those it begins with.
CREATE TABLE role (
  id INTEGER PRIMARY KEY,
  uid BLOB NOT NULL UNIQUE,
  name TEXT NOT NULL COLLATE NOCASE UNIQUE,
  retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1))
) STRICT;

CREATE TABLE role_right (
  role INTEGER NOT NULL REFERENCES role,
  name TEXT NOT NULL CHECK (name IN ('set-up', 'take-on', 'manage-contacts', 'see-reports', 'see-sums', 'read-across',
    'reassign', 'pass-gates', 'lock-and-lift', 'make-rules', 'keep-templates', 'give-work', 'accept-for-customer',
    'export', 'send-outside', 'announce', 'see-log')),
  PRIMARY KEY (role, name)
) STRICT, WITHOUT ROWID;

INSERT INTO role (id, uid, name) VALUES
  (1, x'01900000000070008000000000000001', 'member'),
  (2, x'01900000000070008000000000000002', 'coordinator'),
  (3, x'01900000000070008000000000000003', 'manager'),
  (4, x'01900000000070008000000000000004', 'administrator');

INSERT INTO role_right (role, name) VALUES
  (1, 'give-work'), (1, 'export'), (1, 'send-outside'),
  (2, 'give-work'), (2, 'export'), (2, 'send-outside'), (2, 'manage-contacts'), (2, 'see-reports'), (2, 'reassign'),
  (2, 'keep-templates'), (2, 'announce'),
  (3, 'give-work'), (3, 'export'), (3, 'send-outside'), (3, 'manage-contacts'), (3, 'see-reports'), (3, 'reassign'),
  (3, 'keep-templates'), (3, 'announce'), (3, 'see-sums'), (3, 'read-across'), (3, 'pass-gates'), (3, 'make-rules'),
  (3, 'accept-for-customer'),
  (4, 'give-work'), (4, 'export'), (4, 'send-outside'), (4, 'manage-contacts'), (4, 'see-reports'), (4, 'reassign'),
  (4, 'keep-templates'), (4, 'announce'), (4, 'see-sums'), (4, 'read-across'), (4, 'pass-gates'), (4, 'make-rules'),
  (4, 'accept-for-customer'), (4, 'set-up'), (4, 'take-on'), (4, 'lock-and-lift'), (4, 'see-log');

-- person.role stays only as the mark of staff, because its CHECK cannot be changed in place; which role it is stands here.
ALTER TABLE person ADD COLUMN staff_role INTEGER REFERENCES role;
UPDATE person SET staff_role = (SELECT id FROM role WHERE role.name = person.role) WHERE role IS NOT NULL;

-- From when on somebody works here no more; null while they do.
ALTER TABLE person ADD COLUMN left_at INTEGER;
