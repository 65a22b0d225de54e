import { useId, useState } from 'react';
import type { AskView } from '../api/client';
import { Kept } from '../api/store';
import { Button, cx, inputClass } from '../ui/controls';
import { act } from './asking';
import * as texts from './texts';

/** Words of answers that are not given yet, by ask. */
const begun = new Kept<Record<string, string>>('wrenlet.answers', {}, { personal: true });

type Props = {
  ask: AskView;
  /** Someone outside whose answer is taken down; none for one's own. */
  whose?: string;
  onDone: () => void;
};

/** The way to answer, by what is asked. */
export function AnswerForm({ ask, whose, onDone }: Props) {
  const name = useId();
  const words = begun.use()[ask.id] ?? '';
  const [chosen, setChosen] = useState<number[]>([]);
  const setWords = (next: string) => begun.set((all) => ({ ...all, [ask.id]: next }));
  const give = async (body: { approves?: boolean; chosen?: number[] }) => {
    if (!(await act(ask, 'answer', { ...body, words, for: whose ?? null }))) return;
    begun.set((all) => {
      const rest = { ...all };
      delete rest[ask.id];
      return rest;
    });
    onDone();
  };
  const say = (
    <textarea
      aria-label={ask.kind === 'question' ? texts.answer : texts.commentOptional}
      placeholder={ask.kind === 'question' ? texts.answer : texts.commentOptional}
      rows={ask.kind === 'question' ? 2 : 1}
      maxLength={5000}
      className={cx(inputClass, 'min-w-0 flex-1 basis-52')}
      value={words}
      onChange={(e) => setWords(e.target.value)}
      onKeyDown={(e) => {
        if (e.key === 'Enter' && (e.ctrlKey || e.metaKey) && ask.kind === 'question' && words.trim()) void give({});
      }}
    />
  );
  return (
    <div className="mt-1.5">
      {ask.kind === 'choice' ? (
        <fieldset className="mb-1.5 grid gap-0.5">
          <legend className="sr-only">{texts.options}</legend>
          {ask.options.map((o, i) => (
            <label key={i} className="flex min-h-6 cursor-pointer items-center gap-2 max-md:min-h-[44px]">
              <input
                type={ask.several ? 'checkbox' : 'radio'}
                name={name}
                className="size-4 accent-wren"
                checked={chosen.includes(i)}
                onChange={() =>
                  setChosen(
                    ask.several ? (chosen.includes(i) ? chosen.filter((c) => c !== i) : [...chosen, i].sort()) : [i],
                  )
                }
              />
              {o.words}
            </label>
          ))}
        </fieldset>
      ) : null}
      <div className="flex flex-wrap items-start gap-1.5">
        {say}
        {ask.kind === 'decision' ? (
          <>
            <Button look="main" onClick={() => void give({ approves: true })}>
              {texts.approve}
            </Button>
            <Button onClick={() => void give({ approves: false })}>{texts.decline}</Button>
          </>
        ) : ask.kind === 'choice' ? (
          <Button look="main" disabled={chosen.length === 0} onClick={() => void give({ chosen })}>
            {texts.choose(Math.max(chosen.length, 1))}
          </Button>
        ) : ask.kind === 'confirmation' ? (
          <Button look="main" onClick={() => void give({})}>
            {texts.readAndUnderstoodTitle}
          </Button>
        ) : (
          <Button look="main" disabled={!words.trim()} onClick={() => void give({})}>
            {texts.answer}
          </Button>
        )}
      </div>
    </div>
  );
}
