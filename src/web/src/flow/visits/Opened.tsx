import { type ReactNode, useState } from 'react';
import { Button, Panel } from '../../ui/controls';

/** A button that opens a panel with something to fill in. */
export function Opened({
  label,
  quiet,
  children,
}: {
  label: string;
  quiet?: boolean;
  children: (done: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      label={label}
      align="end"
      className="w-80"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button look={quiet ? 'quiet' : 'plain'} className="!min-h-6 !py-0 max-md:!min-h-11">
          {label}
        </Button>
      }
    >
      {children(() => setOpen(false))}
    </Panel>
  );
}
