import '@fontsource-variable/literata/wght.css';
import { BookOpen } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { asHtml } from '../api/at';
import { Kept } from '../api/store';
import { Button, IconButton } from '../ui/controls';
import * as texts from './texts';

type Manner = { size: number; spacing: number; width: number; contrast: 'usual' | 'strong' | 'soft' };

const manner = new Kept<Manner>('wrenlet.reading', { size: 18, spacing: 1.6, width: 34, contrast: 'usual' });

const grounds: Record<Manner['contrast'], string> = {
  usual: 'bg-surface text-ink',
  strong: 'bg-white text-black',
  soft: 'bg-paper text-soft',
};

type Props = {
  /** Whose words they are, or what they are called. */
  title: string;
  /** The words as the server rendered them. */
  html?: string;
  /** What is read, where it is not words alone. */
  children?: ReactNode;
  /** What is read aloud, where that is not what is shown. */
  aloud?: string;
  /** What opens it; a small button where there is none. */
  trigger?: ReactNode;
};

/** An entry or a sheet by itself, in the size, spacing, width and contrast that one reads best, and aloud by the browser's own voice. */
export function ReadingView({ title, html, children, aloud: words, trigger }: Props) {
  const [open, setOpen] = useState(false);
  const [aloud, setAloud] = useState(false);
  const text = useRef<HTMLDivElement>(null);
  const how = manner.use();
  const set = (change: Partial<Manner>) => manner.set((m) => ({ ...m, ...change }));
  useEffect(() => {
    if (!open) {
      window.speechSynthesis?.cancel();
      setAloud(false);
    }
  }, [open]);
  const speak = () => {
    if (aloud) {
      window.speechSynthesis.cancel();
      setAloud(false);
      return;
    }
    const speech = new SpeechSynthesisUtterance(words ?? text.current?.textContent ?? '');
    speech.onend = () => setAloud(false);
    setAloud(true);
    window.speechSynthesis.speak(speech);
  };
  const slider = (
    label: string,
    value: number,
    least: number,
    most: number,
    step: number,
    change: (n: number) => void,
  ) => (
    <label className="flex items-center gap-1.5 text-[13px]">
      {label}
      <input
        type="range"
        min={least}
        max={most}
        step={step}
        value={value}
        onChange={(e) => change(Number(e.target.value))}
      />
    </label>
  );
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        {trigger ?? (
          <IconButton label={texts.readingView}>
            <BookOpen size={13} />
          </IconButton>
        )}
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          data-over=""
          aria-describedby={undefined}
          onClick={(e) => e.stopPropagation()}
          className={`fixed inset-4 z-50 flex flex-col overflow-hidden rounded-card border shadow-lg ${grounds[how.contrast]}`}
        >
          <header className="flex flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b bg-surface px-4 py-2 text-ink">
            <Dialog.Title className="mr-auto text-[14px] font-bold">{title}</Dialog.Title>
            {slider(texts.size, how.size, 14, 34, 1, (size) => set({ size }))}
            {slider(texts.spacing, how.spacing, 1.3, 2.4, 0.1, (spacing) => set({ spacing }))}
            {slider(texts.width, how.width, 20, 70, 1, (width) => set({ width }))}
            <select
              aria-label={texts.contrast}
              value={how.contrast}
              onChange={(e) => set({ contrast: e.target.value as Manner['contrast'] })}
              className="min-h-7 rounded-card border bg-surface px-1 max-md:min-h-[44px]"
            >
              <option value="usual">{texts.usualContrast}</option>
              <option value="strong">{texts.strongContrast}</option>
              <option value="soft">{texts.softContrast}</option>
            </select>
            {'speechSynthesis' in window && words !== '' ? (
              <Button onClick={speak}>{aloud ? texts.stopReading : texts.readAloud}</Button>
            ) : null}
            <Dialog.Close asChild>
              <Button look="quiet">{texts.close}</Button>
            </Dialog.Close>
          </header>
          <div tabIndex={0} role="region" aria-label={texts.words} className="min-h-0 flex-1 overflow-auto p-6">
            <div
              ref={text}
              className="said mx-auto font-read"
              style={{ fontSize: how.size, lineHeight: how.spacing, maxWidth: `${how.width}em` }}
              {...(html === undefined ? {} : { dangerouslySetInnerHTML: asHtml(html) })}
            >
              {html === undefined ? children : undefined}
            </div>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
