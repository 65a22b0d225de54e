import { useState } from 'react';
import type { AnchorView } from '../../api/client';
import { Button } from '../../ui/controls';
import { typedAhead } from '../../ui/keys';
import type { Subject } from './subject';
import * as texts from '../texts';

type Props = {
  subject: Subject;
  anchor: AnchorView;
  onBegun: (id: string) => void;
  onDrop: () => void;
};

/** Whom one says it to, at the place that was chosen: ourselves, or a party that sees it. */
export function Fresh({ subject, anchor, onBegun, onDrop }: Props) {
  const [busy, setBusy] = useState(false);
  /** What was typed when it could not be begun. */
  const [kept, setKept] = useState<string[]>(['']);
  const start = async (party: string | null) => {
    setBusy(true);
    // One writes on at once: what is typed before there is anywhere to write goes there.
    typedAhead.begin(kept, true);
    const begun = await subject.begin(anchor, party);
    setBusy(false);
    if (begun) {
      typedAhead.begin();
      onBegun(begun.id);
    } else setKept(typedAhead.take());
  };
  return (
    <div className="rounded-card border border-wren bg-surface px-2.5 py-2 text-[13px] shadow-sm">
      <p className="mb-1.5 line-clamp-2 font-read text-[13.5px]">{subject.words(anchor)}</p>
      {kept.some((typed) => typed) ? (
        <p className="mb-1.5 border-l-[3px] border-wren pl-2" role="status">
          {texts.typedAlready} <span className="whitespace-pre-wrap">{kept.join('\n')}</span>
        </p>
      ) : null}
      <p className="flex flex-wrap gap-1.5">
        <Button
          id="say-here"
          disabled={busy}
          onClick={() => void start(null)}
          className="border-dashed !border-inside-line bg-inside text-inside-ink"
        >
          {subject.inside ? texts.noteInternally : texts.writeHere}
        </Button>
        {subject.with.map((s) => (
          <Button
            key={s.party}
            disabled={busy}
            onClick={() => void start(s.party)}
            className="max-w-full !border-outside-line bg-outside text-outside-ink"
          >
            <span className="truncate">{texts.withName(s.name)}</span>
          </Button>
        ))}
        <Button look="quiet" onClick={onDrop}>
          {texts.cancel}
        </Button>
      </p>
      {subject.behind.length > 0 ? (
        <p className="mt-1.5 text-[12.5px] text-soft">{texts.theySeeAnother(subject.behind)}</p>
      ) : null}
    </div>
  );
}
