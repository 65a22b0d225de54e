import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import { type MeetingView, api, taken } from '../../api/client';
import { queries } from '../../api/queries';
import { clock } from '../../ui/time';
import { Button, inputClass } from '../../ui/controls';
import { refreshMeetings } from './meeting';
import { sayWrong } from '../../ui/toasts';
import * as texts from './texts';

/** The simulated call: what one would say is typed, everybody in it reads it at once, and its transcript is made of it. */
export function CallRoom({ meeting, staff }: { meeting: MeetingView; staff: boolean }) {
  const key = ['call', meeting.id];
  const params = { path: { id: meeting.id } };
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => taken(api.GET('/api/calls/{id}', { params })),
    refetchInterval: 1_500,
  });
  const [words, setWords] = useState('');
  const foot = useRef<HTMLLIElement>(null);
  const said = data?.said.length ?? 0;
  useEffect(() => {
    foot.current?.parentElement?.scrollTo({ top: 1e6 });
  }, [said]);
  const take = (view: NonNullable<typeof data>) => queries.setQueryData(key, view);
  const speak = (event: FormEvent) => {
    event.preventDefault();
    if (!words.trim()) return;
    taken(api.POST('/api/calls/{id}/lines', { params, body: { words } }))
      .then((view) => {
        take(view);
        setWords('');
      })
      .catch(sayWrong);
  };
  const end = () =>
    taken(api.POST('/api/calls/{id}/end', { params }))
      .then((view) => {
        take(view);
        refreshMeetings();
      })
      .catch(sayWrong);
  if (!data) return null;
  if (data.over)
    return <p className="mt-1.5 text-soft">{texts.theCallIsOver(staff ? texts.writingTheTranscript : '')}</p>;
  return (
    <section aria-label={texts.theCall} className="mt-1.5 rounded-[3px] border bg-surface p-2">
      <p className="text-[12.5px] text-soft">{texts.aSimulatedCallType}</p>
      <ul className="my-1 max-h-48 overflow-auto" aria-live="polite" tabIndex={0} aria-label={texts.whatIsSaid}>
        {data.said.map((line, i) => (
          <li key={i}>
            <span className="text-[12px] text-soft">{clock(line.at)}</span> <b>{line.speaker}</b> {line.words}
          </li>
        ))}
        <li ref={foot} aria-hidden />
      </ul>
      <form className="flex gap-1.5" onSubmit={speak}>
        <input
          autoFocus
          aria-label={texts.saySomething}
          placeholder={texts.saySomething}
          maxLength={500}
          className={inputClass}
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <Button look="main" type="submit" disabled={!words.trim()}>
          {texts.say}
        </Button>
        {staff ? (
          <Button disabled={said === 0} onClick={() => void end()}>
            {texts.endTheCall}
          </Button>
        ) : null}
      </form>
    </section>
  );
}
