-- What tasks took that are done, the last first: others are expected to take as long.
CREATE INDEX task_took ON task (finished DESC) WHERE state = 'done' AND spent_minutes > 0;
