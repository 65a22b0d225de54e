import { useEffect, useState } from 'react';
import { type EntryView, api, taken } from '../api/client';
import { dropEntry, showEntry } from '../api/live';
import { Button } from '../ui/controls';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

let onTakenBack: (conversation: string, body: string) => void = () => {};

/** Says what is to happen with words that were taken back. */
export const whenTakenBack = (then: typeof onTakenBack) => {
  onTakenBack = then;
};

/** Gives words back to where they were written. */
export const wordsTakenBack = (conversation: string, body: string) => onTakenBack(conversation, body);

/** Takes a message back before it leaves; its words go to its composer. */
export async function takeBack(entry: EntryView, docket: string | null = null) {
  try {
    const { body } = await taken(api.DELETE('/api/entries/{id}/leaving', { params: { path: { id: entry.id } } }));
    dropEntry(docket, entry.conversation, entry.id);
    onTakenBack(entry.conversation, body);
    say(texts.notSentYourText);
  } catch (wrong) {
    sayWrong(wrong);
  }
}

/** Sends at once what waits or could not be sent. */
export async function sendNow(entry: EntryView, docket: string | null = null) {
  try {
    showEntry(docket, await taken(api.PUT('/api/entries/{id}/leaving', { params: { path: { id: entry.id } } })));
  } catch (wrong) {
    sayWrong(wrong);
  }
}

/** Says for as long as it can be taken back that a message is about to leave. */
export function leavingToast(entry: EntryView, words: string) {
  if (entry.leavesIn && entry.leavesIn > 1)
    say(
      <span>
        {words} <Seconds entry={entry} />
      </span>,
      { action: { label: texts.undo, run: () => void takeBack(entry) }, lasts: entry.leavesIn * 1000 },
    );
}

/** Seconds left until a message leaves, by the moment at which its view was made. */
function useSeconds(entry: EntryView) {
  const [until, setUntil] = useState(() => performance.now() + (entry.leavesIn ?? 0) * 1000);
  const [left, setLeft] = useState(entry.leavesIn ?? 0);
  useEffect(() => setUntil(performance.now() + (entry.leavesIn ?? 0) * 1000), [entry.leavesIn]);
  useEffect(() => {
    const tick = () => setLeft(Math.max(0, (until - performance.now()) / 1000));
    tick();
    const timer = setInterval(tick, 250);
    return () => clearInterval(timer);
  }, [until]);
  return Math.ceil(left);
}

function Seconds({ entry }: { entry: EntryView }) {
  const left = useSeconds(entry);
  return <>{left > 0 ? texts.inS(left) : texts.now}</>;
}

/** On an entry that has not left: when it leaves, and taking it back. */
export function Leaves({ entry }: { entry: EntryView }) {
  const left = useSeconds(entry);
  if (left <= 0) return null;
  return (
    <p className="mt-1 flex flex-wrap items-center gap-2 text-[12.5px] text-outside-ink">
      <span>{texts.leavesInS(left)}</span>
      <Button
        className="!min-h-6"
        onClick={(e) => {
          e.stopPropagation();
          void takeBack(entry);
        }}
      >
        {texts.undo}
      </Button>
      <Button
        look="quiet"
        className="!min-h-6"
        onClick={(e) => {
          e.stopPropagation();
          void sendNow(entry);
        }}
      >
        {texts.sendNow}
      </Button>
    </p>
  );
}
