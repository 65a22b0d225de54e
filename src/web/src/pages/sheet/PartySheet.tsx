import { ArrowLeft } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { AnchorView, DiscussionView, Me } from '../../api/client';
import { SheetTools } from '../../sheets/SheetTools';
import { useDiscussions } from '../../sheets/discuss/discussions';
import type { Writable } from '../../sheets/drawing/AttachView';
import { useSheet } from '../../sheets/sheet';
import * as texts from '../../sheets/texts';
import { Back } from '../../ui/Back';
import { Button, Wrong } from '../../ui/controls';
import { useKeys } from '../../ui/keys';
import { moment } from '../../ui/time';
import { PartyTalk } from './PartyTalk';
import { SheetView } from './SheetView';

const none: DiscussionView[] = [];

type Props = { id: string; me: Me; firm: string; places: Writable[]; onBack: () => void };

/** A sheet as it was shared with a customer or partner, with what is said about it between them and us. */
export function PartySheet({ id, me, firm, places, onBack }: Props) {
  const [params] = useSearchParams();
  const { data: sheet, error, refetch } = useSheet(id, null);
  const number = sheet?.shown.number ?? 0;
  const { data: discussions = none } = useDiscussions(id, number, number > 0);
  const [open, setOpen] = useState(params.get('discussion'));
  const wanted = params.get('view');
  const [viewpoint, setViewpoint] = useState<string | null>(wanted);
  useEffect(() => setViewpoint(wanted), [wanted]);
  const [chosen, setChosen] = useState<AnchorView | null>(null);
  const show = useCallback((discussion: string | null) => {
    setChosen(null);
    setOpen(discussion);
  }, []);
  useKeys({ escape: () => (chosen ? setChosen(null) : setOpen(null)) });
  if (error && !sheet) return <Wrong error={error} again={() => void refetch()} />;
  if (!sheet) return null;
  return (
    <>
      <header className="flex flex-none flex-wrap items-center gap-x-3 gap-y-1 border-b bg-surface px-4 py-1.5">
        <Button look="quiet" onClick={onBack}>
          <ArrowLeft size={14} aria-hidden /> {texts.backToTheConversation}
        </Button>
        <h2 className="mr-auto text-[15px] font-bold">
          {sheet.name} <span className="text-[13px] font-normal text-soft">{moment(sheet.shown.at)}</span>
        </h2>
        <Back />
        <SheetTools sheet={sheet} />
      </header>
      <SheetView
        sheet={sheet}
        me={me}
        discussions={discussions}
        open={open}
        onOpen={show}
        chosen={chosen}
        onChoose={setChosen}
        onRevision={() => undefined}
        viewpoint={viewpoint}
        onViewpoint={setViewpoint}
        authors={false}
        side={null}
        tabs={null}
        places={places}
        talk={(d) => <PartyTalk key={d.id} discussion={d} firm={firm} />}
      />
    </>
  );
}
