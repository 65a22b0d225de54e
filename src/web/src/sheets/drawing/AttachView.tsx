import { Camera } from 'lucide-react';
import { useState } from 'react';
import { api, taken } from '../../api/client';
import { attach } from '../../conversations/attachments';
import { Button, Panel, cx } from '../../ui/controls';
import { say, sayWrong } from '../../ui/toasts';
import * as texts from '../texts';

/** Where a view can go along: what is being written there. */
export type Writable = { conversation: string; name: string; outside: boolean };

/** What is looked at: a revision of a sheet, or a file that an entry carries. */
export type Viewed = { name: string; sheet?: string; revision?: number; entry?: string; file?: string };

type Props = {
  of: Viewed;
  /** The viewpoint, as the address has it. */
  view: string;
  picture: () => Promise<Blob>;
  places: Writable[];
};

/** Puts what one looks at, with its small picture, to what one is writing. */
export function AttachView({ of, view, picture, places }: Props) {
  const [open, setOpen] = useState(false);
  const put = async ({ conversation, name }: Writable) => {
    setOpen(false);
    try {
      const { name: called, ...place } = of;
      const [id] = attach(conversation, [new File([await picture()], texts.viewFile(called), { type: 'image/png' })]);
      await taken(
        api.PUT('/api/viewpoints/{picture}', {
          params: { path: { picture: id! } },
          body: { view, sheet: null, revision: null, entry: null, file: null, ...place },
        }),
      );
      say(texts.viewAttached(name));
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  if (places.length === 0) return null;
  return (
    <Panel
      label={texts.attachThisView}
      align="end"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button look="quiet">
          <Camera size={14} aria-hidden /> {texts.attachThisView}
        </Button>
      }
    >
      <p className="mb-1 text-[12.5px] text-soft">{texts.attachToWhat}</p>
      <ul className="grid gap-1">
        {places.map((p) => (
          <li key={p.conversation}>
            <Button
              onClick={() => void put(p)}
              className={cx(
                'w-full',
                p.outside
                  ? '!border-outside-line bg-outside text-outside-ink'
                  : 'border-dashed !border-inside-line bg-inside text-inside-ink',
              )}
            >
              <span className="truncate">{p.name}</span>
            </Button>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
