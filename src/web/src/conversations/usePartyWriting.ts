import { useState } from 'react';
import { v7 as newId } from 'uuid';
import { outbox, send } from '../api/outbox';
import { useAttachments } from './Attachments';
import { asSent, attachmentsSent } from './attachments';

/** What a customer or partner writes in one of their conversations: kept in this browser until it is sent. */
export function usePartyWriting(conversation: string) {
  const key = `wrenlet.page.${conversation}`;
  const [text, setText] = useState(() => localStorage.getItem(key) ?? '');
  const [wrong, setWrong] = useState('');
  const files = useAttachments(conversation);
  const waiting = outbox.use().filter((w) => w.conversation === conversation);
  const sendable = (text.trim() !== '' || files.length > 0) && files.every((f) => f.state === 'ready');
  const write = (next: string) => {
    setText(next);
    localStorage.setItem(key, next);
  };
  const post = async () => {
    const body = text.trim();
    if (!sendable) return;
    setWrong('');
    write('');
    try {
      await send({
        id: newId(),
        conversation,
        docket: null,
        body,
        close: false,
        at: '',
        files: asSent(files),
      });
      attachmentsSent(conversation, files);
    } catch (refusal) {
      write(body);
      setWrong((refusal as Error).message);
    }
  };
  return { text, write, post, sendable, wrong, waiting };
}
