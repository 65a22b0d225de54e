import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import { whereNow } from '../api/at';
import { type AlertSettings, type AlertView, api, taken } from '../api/client';
import { send } from '../api/outbox';
import { keys, queries } from '../api/queries';
import { firmNow } from '../ui/time';
import { Button, inputClass } from '../ui/controls';
import { sayWrong } from '../ui/toasts';
import { pathOf } from './go';
import { popUps } from './popUps';
import * as texts from './texts';

export const markRead = (id: string, read: boolean) =>
  taken(api.PUT('/api/alerts/{id}/read', { params: { path: { id } }, body: { read } })).catch(sayWrong);

/** What an alert says: why, where, and the first words. */
export function AlertWords({ alert }: { alert: AlertView }) {
  return (
    <>
      <span className="block" title={alert.why}>
        <b>{alert.reason}</b>
        {alert.docket ? (
          <span className="text-soft">
            {' '}
            {texts.inIt} {alert.docket} {alert.docketName}
          </span>
        ) : null}
      </span>
      <span className="line-clamp-2 block text-soft">{alert.words}</span>
    </>
  );
}

/** An alert beside whatever is open, to go to or to answer in place. */
export function Over({ alert, more }: { alert: AlertView; more: number }) {
  const [answering, setAnswering] = useState(false);
  const [words, setWords] = useState('');
  const [done, setDone] = useState(false);
  const leaving = useRef(false);
  const answer = async () => {
    if (leaving.current) return;
    leaving.current = true;
    try {
      await send({
        id: newId(),
        conversation: alert.conversation!,
        docket: alert.docket,
        body: words,
        close: false,
        at: new Date(firmNow()).toISOString(),
        repliesTo: alert.entry,
      });
      void markRead(alert.id, true);
      setDone(true);
    } catch (wrong) {
      sayWrong(wrong);
    } finally {
      leaving.current = false;
    }
  };
  return (
    <>
      <Link
        to={pathOf(alert)}
        onClick={() => {
          void markRead(alert.id, true);
          popUps.dismiss(alert.id);
        }}
        className="block rounded-[3px] hover:underline"
      >
        <AlertWords alert={alert} />
        {more > 0 ? <span className="text-[12.5px] text-soft">{texts.andMoreThere(more)}</span> : null}
      </Link>
      {done ? (
        <p className="mt-1 text-[12.5px] text-soft">{texts.sent}</p>
      ) : answering ? (
        <form
          className="mt-1.5"
          onSubmit={(e) => {
            e.preventDefault();
            void answer();
          }}
        >
          <textarea
            autoFocus
            aria-label={texts.answer}
            rows={2}
            dir="auto"
            placeholder={texts.enterSendInternalOnly}
            className={inputClass}
            value={words}
            onChange={(e) => setWords(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && !e.shiftKey && words.trim()) {
                e.preventDefault();
                void answer();
              }
              if (e.key === 'Escape') {
                e.stopPropagation();
                setAnswering(false);
              }
            }}
          />
          <Button look="main" type="submit" disabled={!words.trim()} className="mt-1">
            {texts.replyInternalOnly}
          </Button>
        </form>
      ) : alert.answerable ? (
        <Button look="quiet" className="-ml-2.5 text-[12.5px]" onClick={() => setAnswering(true)}>
          {texts.replyHere}
        </Button>
      ) : null}
    </>
  );
}

const settings = () =>
  queries.fetchQuery<AlertSettings>({
    queryKey: keys.alertSettings,
    queryFn: () => taken(api.GET('/api/alerts/settings')),
    staleTime: 600_000,
  });

/** A short tone of two, made here. */
function sound() {
  const audio = new AudioContext();
  const tone = audio.createOscillator();
  const volume = audio.createGain();
  tone.frequency.setValueAtTime(523, audio.currentTime);
  tone.frequency.setValueAtTime(659, audio.currentTime + 0.12);
  volume.gain.setValueAtTime(0.08, audio.currentTime);
  volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.35);
  tone.connect(volume).connect(audio.destination);
  tone.start();
  tone.stop(audio.currentTime + 0.36);
  tone.onended = () => void audio.close();
}

let waiting: AlertView[] = [];
let timer: ReturnType<typeof setTimeout> | undefined;

/** Whether it is said on the sheet that is in sight: there it stands in the margin already. */
const standsHere = (alert: AlertView) =>
  !document.hidden && alert.path.startsWith('/sheets/') && alert.path.split('?')[0] === whereNow();

/**
 * Shows an alert beside whatever is open; it stays until it is dismissed. What only informs, or comes in quiet hours, does
 * not pop up. Several of one place that come together are shown as one.
 */
export function popUp(alert: AlertView) {
  if (alert.quiet) return;
  waiting.push(alert);
  timer ??= setTimeout(() => {
    const came = waiting;
    waiting = [];
    timer = undefined;
    const places = new Map<string, AlertView[]>();
    for (const a of came.filter((c) => !standsHere(c))) {
      const place = a.docket ?? a.conversation ?? a.id;
      places.set(place, [...(places.get(place) ?? []), a]);
    }
    for (const list of places.values()) popUps.show({ alert: list.at(-1)!, more: list.length - 1 });
    void settings()
      .then((s) => {
        if (s.sound) sound();
        if (s.hiddenPage && document.hidden && Notification.permission === 'granted')
          for (const a of came) new Notification(a.reason, { body: a.words, tag: a.id });
      })
      .catch(() => undefined);
  }, 400);
}
