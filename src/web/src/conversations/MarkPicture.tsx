import { SquareDashed, Trash2 } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { Button, IconButton, cx, inputClass } from '../ui/controls';
import { MarkLetter, Marks, type PictureMark, letterOf, mostMarks } from '../ui/picture/Marks';
import { Pane } from '../ui/picture/Pane';
import { type Ground, type Viewpoint, within } from '../ui/picture/viewpoint';
import * as texts from './texts';

type Props = {
  name: string;
  /** Where the picture is. */
  address: string;
  marks: PictureMark[];
  onMarks: (marks: PictureMark[]) => void;
  onClose: () => void;
};

/** Marks spots and areas of a picture, each with a few words, before it is sent. */
export function MarkPicture({ name, address, marks, onMarks, onClose }: Props) {
  const [ground, setGround] = useState<Ground | null>(null);
  const [view, setView] = useState<Viewpoint | null>(null);
  const [area, setArea] = useState(false);
  useEffect(() => {
    const picture = new Image();
    picture.onload = () => setGround({ x: 0, y: 0, width: picture.naturalWidth, height: picture.naturalHeight });
    picture.src = address;
    return () => void (picture.onload = null);
  }, [address]);
  const add = (at: { x: number; y: number; width?: number; height?: number }) => {
    setArea(false);
    if (ground && within(ground, at) && marks.length < mostMarks)
      onMarks([...marks, { page: 1, width: 0, height: 0, ...at, words: '' }]);
  };
  const close = () => {
    // A mark without words says nothing.
    onMarks(marks.filter((m) => m.words.trim() !== ''));
    onClose();
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/50" />
        <Dialog.Content
          data-over=""
          aria-describedby={undefined}
          // What is done here is not done to the composer that this belongs to.
          onMouseDown={(e) => e.stopPropagation()}
          onClick={(e) => e.stopPropagation()}
          onKeyDown={(e) => e.stopPropagation()}
          className="fixed inset-0 z-50 flex flex-col overflow-hidden bg-surface md:inset-8 md:rounded-card md:border md:shadow-lg"
        >
          <header className="flex flex-none items-center gap-2 border-b px-3 py-1.5">
            <Dialog.Title className="min-w-0 flex-1 truncate font-bold">{texts.markSpots(name)}</Dialog.Title>
            <Button look={area ? 'plain' : 'quiet'} aria-pressed={area} onClick={() => setArea(!area)}>
              <SquareDashed size={14} aria-hidden /> {texts.markAnArea}
            </Button>
            <Button look="main" onClick={close}>
              {texts.done}
            </Button>
          </header>
          <div className="grid min-h-0 flex-1 grid-rows-[minmax(0,1fr)_auto] md:grid-cols-[minmax(0,1fr)_300px] md:grid-rows-1">
            <div className="flex min-h-0 min-w-0">
              {ground ? (
                <Pane
                  drawing={ground}
                  view={view}
                  onView={setView}
                  label={texts.markHint(name)}
                  marking={area}
                  onSpot={add}
                  onArea={add}
                  over={(to, v) => <Marks marks={marks} page={1} to={to} zoom={v.zoom} />}
                >
                  <img src={address} alt={name} draggable={false} className="block h-full w-full select-none" />
                </Pane>
              ) : (
                <p className="m-auto text-soft">{texts.loading}</p>
              )}
            </div>
            <div className="max-h-[38vh] min-h-0 overflow-auto border-t bg-paper p-2.5 md:max-h-none md:border-l md:border-t-0">
              {marks.length === 0 ? <p className="text-soft">{texts.markNothingYet}</p> : null}
              <ol className="grid gap-1.5">
                {marks.map((m, i) => (
                  <li key={i} className="flex items-center gap-1.5">
                    <MarkLetter index={i} />
                    <input
                      autoFocus={m.words === ''}
                      aria-label={texts.whatIsAt(letterOf(i))}
                      placeholder={texts.whatIsHere}
                      maxLength={300}
                      value={m.words}
                      onChange={(e) =>
                        onMarks(marks.map((other, j) => (j === i ? { ...other, words: e.target.value } : other)))
                      }
                      onKeyDown={(e) => e.key === 'Enter' && close()}
                      className={cx(inputClass, 'min-w-0 flex-1')}
                    />
                    <IconButton
                      label={texts.removeMark(letterOf(i))}
                      onClick={() => onMarks(marks.filter((_, j) => j !== i))}
                    >
                      <Trash2 size={13} />
                    </IconButton>
                  </li>
                ))}
              </ol>
            </div>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
