-- How the other side wrote last is kept with its conversation: the usual way of a reply follows from it.
ALTER TABLE conversation ADD COLUMN last_in_via TEXT;

UPDATE conversation SET last_in_via =
  (SELECT e.via FROM entry e WHERE e.conversation = conversation.id AND e.kind = 'in' AND e.automatic = 0
   ORDER BY e.id DESC LIMIT 1);
