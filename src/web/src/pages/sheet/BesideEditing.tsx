import { useMemo, useRef } from 'react';
import type { DiscussionView, Me, SheetView } from '../../api/client';
import { Margin } from '../../sheets/discuss/Margin';
import { subjectOfSheet } from '../../sheets/discuss/subject';
import * as texts from '../../sheets/texts';
import { DiscussionTalk } from './DiscussionTalk';

type Props = {
  sheet: SheetView;
  me: Me;
  discussions: DiscussionView[];
  open: string | null;
  onOpen: (id: string | null) => void;
};

const nowhere = { tops: new Map<string, number>(), height: 0 };

/** What is said about a sheet, in order, while one writes on it. */
export function BesideEditing({ sheet, me, discussions, open, onOpen }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const subject = useMemo(() => subjectOfSheet(sheet), [sheet]);
  return (
    <aside
      aria-label={texts.discussions}
      className="flex min-h-0 flex-col border-l bg-paper max-md:max-h-[34vh] max-md:border-l-0 max-md:border-t"
      // What is written here is sent from here; it does not save the sheet.
      onKeyDown={(e) => e.stopPropagation()}
    >
      <Margin
        subject={subject}
        me={me}
        discussions={discussions}
        places={nowhere}
        open={open}
        onOpen={onOpen}
        chosen={null}
        onChoose={() => undefined}
        box={box}
        onScrolled={() => undefined}
        onRevision={() => undefined}
        talk={(d) => <DiscussionTalk key={d.id} discussion={d} me={me} />}
      />
    </aside>
  );
}
