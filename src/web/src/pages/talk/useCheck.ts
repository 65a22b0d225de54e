import { useEffect, useRef, useState } from 'react';
import { type AskedTask, type Checked, type ConversationView, api, taken } from '../../api/client';
import type { Attachment } from '../../conversations/attachments';

/** How long typing rests before the draft is looked at, in milliseconds. */
const Rest = 500;

type Going = { via: string | null; to: string[] | null; files: Attachment[]; onTheirWay: number };

/**
 * What would happen to a draft if it were sent now, by the server's core: who sees it, who is told, what would be held
 * back, and what it asks for. Looked at a moment after typing rests.
 */
export function useCheck(conversation: ConversationView, words: () => string, going: Going) {
  const [checked, setChecked] = useState<Checked | null>(null);
  /** The tasks that it asks for and that are agreed to: these are made, whatever the words become. */
  const [agreed, setAgreed] = useState<AskedTask[]>([]);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const asked = useRef(0);
  const inside = conversation.audience !== 'outside';

  const forget = () => {
    asked.current++;
    clearTimeout(timer.current);
    setAgreed([]);
    setChecked(null);
  };
  const ask = async () => {
    const body = words();
    if (!body) return forget();
    const mine = ++asked.current;
    const { via, to, files } = going;
    const ready = files.filter((f) => f.state === 'ready').map((f) => f.id);
    try {
      const now = await taken(
        api.POST('/api/conversations/{id}/check', {
          params: { path: { id: conversation.id } },
          body: inside ? { body, via: null, to: null, files: null } : { body, via, to, files: ready },
        }),
      );
      // An answer that comes late says nothing about the draft as it is now.
      if (mine !== asked.current) return;
      setChecked(now);
      // What is no longer asked for is no longer agreed to.
      setAgreed((before) => before.filter((a) => now.tasks.some((t) => t.line === a.line)));
    } catch {
      // Without a connection nothing is foretold; sending looks again.
      if (mine === asked.current) setChecked(null);
    }
  };
  const latest = useRef(ask);
  latest.current = ask;
  const look = () => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void latest.current(), Rest);
  };
  useEffect(() => {
    look();
    return () => clearTimeout(timer.current);
  }, [going.via, JSON.stringify(going.to), going.files.length, going.onTheirWay]); // eslint-disable-line react-hooks/exhaustive-deps
  return { checked, agreed, setAgreed, look, forget };
}
