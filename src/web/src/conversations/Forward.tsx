import { type FormEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import { type ConversationView, type LeakView, Refusal, api, taken } from '../api/client';
import { Button, Field, Panel, cx, inputClass } from '../ui/controls';
import { say } from '../ui/toasts';
import { LeakList } from './Held';
import { leavingToast } from './leaving';

type Props = { conversation: ConversationView; entries: string[]; label: string; onDone?: () => void };

/** Sends entries, or all of a conversation, on to someone who is no party; the answer comes back to the same docket. */
export function ForwardPanel({ conversation, entries, label, onDone }: Props) {
  const [open, setOpen] = useState(false);
  const [to, setTo] = useState('');
  const [message, setMessage] = useState('');
  const [wrong, setWrong] = useState('');
  const [leaks, setLeaks] = useState<LeakView[]>([]);
  const id = useRef(newId());
  const navigate = useNavigate();
  const send = async (knowing: boolean) => {
    setWrong('');
    try {
      const sent = await taken(
        api.POST('/api/conversations/{id}/forwards', {
          params: { path: { id: conversation.id } },
          body: { id: id.current, entries, to, name: null, message, knowing },
        }),
      );
      id.current = newId();
      setOpen(false);
      setMessage('');
      setTo('');
      setLeaks([]);
      onDone?.();
      leavingToast(sent.entry, `Forwarded to ${to}`);
      if (sent.docket)
        say('The answer will arrive in the same docket.', {
          action: { label: 'Show it', run: () => void navigate(`/dockets/${sent.docket}?entry=${sent.entry.id}`) },
        });
    } catch (refusal) {
      setLeaks(refusal instanceof Refusal ? refusal.leaks : []);
      setWrong((refusal as Error).message);
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void send(false);
  };
  return (
    <Panel
      label="Forward"
      open={open}
      onOpenChange={setOpen}
      align="end"
      className="w-80"
      trigger={
        <Button
          look={entries.length > 0 ? 'quiet' : 'plain'}
          className={cx(entries.length > 0 && '!min-h-6 px-1.5 text-[12.5px]')}
        >
          {label}
        </Button>
      }
    >
      <form onSubmit={submit} className="grid gap-2">
        <p>
          <b>Forward {entries.length === 0 ? 'this conversation' : 'this'}</b>{' '}
          <span className="text-soft">by mail, to somebody who is not part of it</span>
        </p>
        <Field
          label="To"
          type="email"
          required
          value={to}
          onChange={(e) => setTo(e.target.value)}
          placeholder="name@place.example"
        />
        <label className="block">
          <span className="mb-0.5 block text-[13px] font-semibold">A short message</span>
          <textarea
            required
            className={cx(inputClass, 'min-h-[64px]')}
            value={message}
            onChange={(e) => setMessage(e.target.value)}
            placeholder="What you would like them to do"
          />
        </label>
        {wrong ? (
          <div
            role="alert"
            className="rounded-card border border-late-line bg-late-wash px-2 py-1 text-[13px] text-late"
          >
            {wrong}
            <LeakList leaks={leaks} />
          </div>
        ) : null}
        <div className="flex gap-2">
          <Button look="main" type="submit">
            Forward
          </Button>
          {leaks.length > 0 ? <Button onClick={() => void send(true)}>Forward anyway</Button> : null}
        </div>
      </form>
    </Panel>
  );
}
