import { Clock3 } from 'lucide-react';
import { useState } from 'react';
import { api, taken } from '../../api/client';
import { MomentField } from '../../ui/MomentField';
import { Button, Panel } from '../../ui/controls';
import { clock, day } from '../../ui/time';
import { sayWrong } from '../../ui/toasts';
import * as texts from './texts';

type Props = {
  conversation: string;
  docket: string | null;
  disabled: boolean;
  /** Lets it leave at a moment (ISO 8601); null for when the doors open next. */
  onLater: (at: string | null) => void;
};

/** When something written is to leave, if not now. */
export function LaterPanel({ conversation, docket, disabled, onLater }: Props) {
  const [open, setOpen] = useState(false);
  const [opens, setOpens] = useState<string | null>(null);
  const [at, setAt] = useState<string | null>(null);
  const choose = (moment: string | null) => {
    setOpen(false);
    onLater(moment);
  };
  return (
    <Panel
      label={texts.sendLater}
      align="end"
      className="w-72 text-[13px] text-ink"
      open={open}
      onOpenChange={(next) => {
        setOpen(next);
        setAt(null);
        if (next)
          taken(api.GET('/api/conversations/{id}/opening', { params: { path: { id: conversation } } }))
            .then((opening) => setOpens(opening.at))
            .catch(sayWrong);
      }}
      trigger={
        <Button disabled={disabled} title={texts.sendLaterTip} aria-label={texts.sendLater} className="!px-2">
          <Clock3 size={15} aria-hidden />
        </Button>
      }
    >
      <form
        // What is done in here is not done in the composer, of which it is a part.
        onSubmit={(e) => {
          e.preventDefault();
          e.stopPropagation();
          if (at) choose(at);
        }}
        onKeyDown={(e) => e.stopPropagation()}
        className="grid gap-2"
      >
        {/* It can be pressed from the beginning and has the focus then: nothing below it opens, and nothing moves. */}
        <Button onClick={() => choose(null)} className="justify-center">
          {opens ? texts.whenWeOpenAt(`${day(opens)} ${clock(opens)}`) : texts.whenWeOpen}
        </Button>
        <MomentField
          inline
          label={texts.atAnotherMoment}
          sense="from"
          value={at}
          docket={docket ?? undefined}
          onChange={setAt}
          onEscape={() => setOpen(false)}
        />
        <p className="text-soft">{texts.untilThen}</p>
        <Button look="main" type="submit" disabled={!at} className="justify-self-end">
          {texts.sendThen}
        </Button>
      </form>
    </Panel>
  );
}
