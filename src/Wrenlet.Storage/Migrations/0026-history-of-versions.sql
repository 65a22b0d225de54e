-- Which version of its task each change made: so what others changed since a version was seen is known field by field.
ALTER TABLE task_history ADD COLUMN version INTEGER;
