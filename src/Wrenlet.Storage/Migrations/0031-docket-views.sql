-- Ways of looking at the table of dockets are kept under names, as those of tasks are.
ALTER TABLE task_view ADD COLUMN about TEXT NOT NULL DEFAULT 'tasks' CHECK (about IN ('tasks', 'dockets'));
