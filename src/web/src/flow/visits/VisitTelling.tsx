import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { type FormEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type LeakView, Refusal, api, taken } from '../../api/client';
import { keys } from '../../api/queries';
import { LeakList } from '../../conversations/Held';
import { leavingToast } from '../../conversations/leaving';
import { MomentField } from '../../ui/MomentField';
import { Button, IconButton, inputClass } from '../../ui/controls';
import { sayWrong } from '../../ui/toasts';
import { type Party, type Visit, asLongAs, bodyOf, choiceOf, putVisit, readAgain, tell } from './visit';
import * as texts from './texts';

type TellingProps = {
  words: string;
  onWords: (words: string) => void;
  onSend: (knowing: boolean) => Promise<void>;
  children: ReactNode;
};

/** Words that go outside, with what the leak check finds in them. */
function Telling({ words, onWords, onSend, children }: TellingProps) {
  const [wrong, setWrong] = useState('');
  const [leaks, setLeaks] = useState<LeakView[]>([]);
  const [busy, setBusy] = useState(false);
  const send = async (knowing: boolean) => {
    if (busy) return;
    setBusy(true);
    setWrong('');
    try {
      await onSend(knowing);
    } catch (refusal) {
      setLeaks(refusal instanceof Refusal ? refusal.leaks : []);
      setWrong((refusal as Error).message);
    }
    setBusy(false);
  };
  return (
    <form
      className="grid gap-2 text-[13px]"
      onSubmit={(e: FormEvent) => {
        e.preventDefault();
        e.stopPropagation();
        void send(false);
      }}
    >
      {children}
      <label className="grid gap-0.5">
        {texts.words}
        <textarea
          required
          rows={3}
          maxLength={2000}
          className={inputClass}
          value={words}
          onChange={(e) => onWords(e.target.value)}
        />
      </label>
      {wrong ? (
        <div role="alert" className="rounded-card border border-late-line bg-late-wash px-2 py-1 text-late">
          {wrong}
          <LeakList leaks={leaks} />
        </div>
      ) : null}
      <p className="flex gap-2">
        <Button look="main" type="submit" disabled={busy}>
          {texts.send}
        </Button>
        {leaks.length > 0 ? <Button onClick={() => void send(true)}>{texts.sendAnyway}</Button> : null}
      </p>
    </form>
  );
}

type Props = { visit: Visit; party: Party; onDone: () => void };

/** Offers a visit to its party, with other times to choose from. */
export function OfferVisit({ visit, party, onDone }: Props) {
  const [words, setWords] = useState(texts.askWhether(visit.place));
  // What was offered before is not offered again by itself.
  const [now, setNow] = useState({ ...visit, offered: [visit.window] });
  // The same ids for the same offer: sent again, it is one.
  const ids = useRef({ entry: newId(), ask: newId() });
  const times = async (offered: { from: string; until: string }[]) => {
    try {
      const [first, ...others] = offered;
      const body = { ...bodyOf(now), from: first!.from, until: first!.until, others, offer: null };
      setNow(await putVisit(visit.task, now.version, body));
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const send = async (knowing: boolean) => {
    const { entry: offer, ask } = ids.current;
    const shown = now.offered.map(({ from, until }) => ({ from, until }));
    const put = await putVisit(visit.task, now.version, {
      ...bodyOf(now),
      from: shown[0]!.from,
      until: shown[0]!.until,
      others: shown.slice(1),
      offer,
    });
    setNow(put);
    const options = [...put.offered.map((o) => o.words), texts.anotherTime];
    const said = { id: offer, conversation: party.conversation, body: words, knowing };
    leavingToast(await tell(said, { ...choiceOf(party, options), id: ask }), texts.leaves);
    await readAgain();
    onDone();
  };
  return (
    <Telling words={words} onWords={setWords} onSend={send}>
      <div role="group" aria-label={texts.times}>
        <p>{texts.times}</p>
        <ul>
          {now.offered.map((o, i) => (
            <li key={o.from} className="flex items-center gap-1">
              <span className="flex-1 py-0.5 font-semibold">{o.words}</span>
              {i > 0 ? (
                <IconButton
                  label={texts.removeTime(o.words)}
                  onClick={() => void times(now.offered.filter((x) => x !== o))}
                >
                  <X size={13} />
                </IconButton>
              ) : null}
            </li>
          ))}
        </ul>
        {now.offered.length < 4 ? (
          <MomentField
            key={now.offered.length}
            label={texts.another}
            inline
            sense="from"
            value={null}
            onChange={(at) => at && void times([...now.offered, asLongAs(at, now.offered[0]!)])}
          />
        ) : null}
      </div>
    </Telling>
  );
}

type OnOurWayProps = { party: Party; onSaid: () => Promise<unknown>; onDone: () => void };

/** Tells a party that we are on our way: in one's own words, or by a stock reply. */
export function OnOurWay({ party, onSaid, onDone }: OnOurWayProps) {
  const [words, setWords] = useState(texts.weAreOnOurWay);
  const entry = useRef(newId());
  const { data: replies = [] } = useQuery({
    queryKey: keys.stock,
    queryFn: () => taken(api.GET('/api/stock-replies')),
  });
  const [chosen, setChosen] = useState('');
  const fill = async (reply: string) => {
    setChosen(reply);
    if (!reply) return setWords(texts.weAreOnOurWay);
    try {
      const path = { id: party.conversation, reply };
      setWords((await taken(api.GET('/api/conversations/{id}/stock-replies/{reply}', { params: { path } }))).body);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  // Where there is a reply for just this, it stands there from the beginning; not in the place of what one has typed.
  const usual = replies.find((r) => r.name.toLowerCase() === texts.replyOnOurWay)?.id;
  useEffect(() => {
    if (usual && words === texts.weAreOnOurWay) void fill(usual);
  }, [usual]); // eslint-disable-line react-hooks/exhaustive-deps
  const send = async (knowing: boolean) => {
    const said = await tell({ id: entry.current, conversation: party.conversation, body: words, knowing });
    await onSaid();
    leavingToast(said, texts.leaves);
    await readAgain();
    onDone();
  };
  return (
    <Telling words={words} onWords={setWords} onSend={send}>
      <label className="grid gap-0.5">
        {texts.stockReply}
        <select className={inputClass} value={chosen} onChange={(e) => void fill(e.target.value)}>
          <option value="">{texts.ownWords}</option>
          {replies.map((r) => (
            <option key={r.id} value={r.id}>
              {r.name}
            </option>
          ))}
        </select>
      </label>
    </Telling>
  );
}
