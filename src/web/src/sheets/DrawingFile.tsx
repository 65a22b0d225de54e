import { FileUp } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { AttachedList, taking, useAttachments } from '../conversations/Attachments';
import { attach, attachments } from '../conversations/attachments';
import { DrawingView } from './discuss/DrawingView';
import { untouched } from './discuss/view';
import { depictedAlone } from './drawing/depicted';
import * as texts from './texts';

/** What a drawing can be. */
export const drawings = '.svg,.png,.jpg,.jpeg,.gif,.webp,.avif,.pdf';

/** Where the file of a drawing is chosen, sent and looked at before it is saved. */
export function DrawingFile({ id, onFile }: { id: string; onFile: (file: string | null) => void }) {
  const place = `sheet ${id}`;
  const list = useAttachments(place);
  const chooser = useRef<HTMLInputElement>(null);
  // The one chosen last is meant.
  const chosen = list.at(-1);
  const ready = chosen?.state === 'ready' && chosen.view ? chosen.view : null;
  useEffect(() => {
    onFile(ready?.id ?? null);
  }, [ready?.id, onFile]);
  useEffect(
    () => () =>
      attachments.set((all) => {
        const { [place]: _, ...others } = all;
        return others;
      }),
    [place],
  );
  return (
    <div className="flex min-h-0 flex-1 flex-col" {...taking(place)}>
      <div className="flex flex-none flex-wrap items-center gap-3 border-b px-4 py-2">
        <input
          ref={chooser}
          type="file"
          accept={drawings}
          className="sr-only"
          tabIndex={-1}
          aria-label={texts.fileOfTheDrawing}
          onChange={(e) => {
            attach(place, [...(e.target.files ?? [])]);
            e.target.value = '';
          }}
        />
        <button
          type="button"
          onClick={() => chooser.current?.click()}
          className="inline-flex min-h-[28px] items-center gap-1.5 rounded-card border px-2.5 hover:border-soft max-md:min-h-[44px]"
        >
          <FileUp size={14} aria-hidden /> {chosen ? texts.chooseAnotherFile : texts.chooseAFile}
        </button>
        <span className="text-[13px] text-soft">{texts.svgPngJpegGif}</span>
        <AttachedList conversation={place} markable={false} />
      </div>
      {ready ? (
        <DrawingView {...untouched} key={ready.id} of={depictedAlone(ready)} view={null} onView={() => undefined} />
      ) : (
        <p className="m-auto p-6 text-soft">{texts.theDrawingAppearsHere}</p>
      )}
    </div>
  );
}
