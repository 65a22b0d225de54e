-- Taking an entry back looks for what answers it, passes it on and gives thanks for it.
CREATE INDEX entry_answers ON entry (replies_to) WHERE replies_to IS NOT NULL;
CREATE INDEX entry_passes_on ON entry (forwarded_from) WHERE forwarded_from IS NOT NULL;
CREATE INDEX thanks_for ON thanks (entry) WHERE entry IS NOT NULL;
