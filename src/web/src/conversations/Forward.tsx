import { type FormEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import { type ConversationView, type LeakView, Refusal, api, taken } from '../api/client';
import { Button, Field, Panel, cx, inputClass } from '../ui/controls';
import { say } from '../ui/toasts';
import { LeakList } from './Held';
import { leavingToast } from './leaving';
import * as texts from './texts';

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
      leavingToast(sent.entry, texts.forwardedTo(to));
      if (sent.docket)
        say(texts.theAnswerWillArrive, {
          action: { label: texts.showIt, run: () => void navigate(`/dockets/${sent.docket}?entry=${sent.entry.id}`) },
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
      label={texts.forward}
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
          <b>{texts.forwardOfPart(entries.length === 0 ? texts.thisConversation : texts.thisIt)}</b>{' '}
          <span className="text-soft">{texts.byMailSomebodyWho}</span>
        </p>
        <Field
          label={texts.toTitle}
          type="email"
          required
          value={to}
          onChange={(e) => setTo(e.target.value)}
          placeholder={texts.namePlaceExample}
        />
        <label className="block">
          <span className="mb-0.5 block text-[13px] font-semibold">{texts.aShortMessage}</span>
          <textarea
            required
            className={cx(inputClass, 'min-h-[64px]')}
            value={message}
            onChange={(e) => setMessage(e.target.value)}
            placeholder={texts.whatWouldLikeThem}
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
            {texts.forward}
          </Button>
          {leaks.length > 0 ? <Button onClick={() => void send(true)}>{texts.forwardAnyway}</Button> : null}
        </div>
      </form>
    </Panel>
  );
}
