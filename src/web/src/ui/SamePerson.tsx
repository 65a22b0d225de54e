import { useState } from 'react';
import { Button, Panel } from './controls';
import { sayWrong } from './toasts';
import * as texts from './texts';

type Props = { name: string; others: { id: string; name: string }[]; onJoin: (gone: string) => Promise<unknown> };

/** Two names of the same person: the other's things become this one's, after saying so. */
export function SamePerson({ name, others, onJoin }: Props) {
  const [open, setOpen] = useState(false);
  const [gone, setGone] = useState<Props['others'][number] | null>(null);
  if (others.length === 0) return null;
  const join = async () => {
    try {
      await onJoin(gone!.id);
      setOpen(false);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <Panel
      label={texts.samePerson}
      open={open}
      onOpenChange={(now) => {
        setOpen(now);
        setGone(null);
      }}
      align="end"
      trigger={<Button look="quiet">{texts.samePerson}</Button>}
    >
      {gone ? (
        <div className="grid max-w-[320px] gap-2">
          <p>{texts.joinDoes(gone.name, name)}</p>
          <p className="flex gap-2">
            <Button look="main" autoFocus onClick={() => void join()}>
              {texts.joinThem}
            </Button>
            <Button look="quiet" onClick={() => setGone(null)}>
              {texts.notThisOne}
            </Button>
          </p>
        </div>
      ) : (
        <ul>
          {others.map((o) => (
            <li key={o.id}>
              <button
                type="button"
                className="min-h-[32px] w-full rounded-[3px] px-1.5 text-left hover:bg-wren-wash max-md:min-h-[44px]"
                onClick={() => setGone(o)}
              >
                {o.name}
              </button>
            </li>
          ))}
        </ul>
      )}
    </Panel>
  );
}
