import { useCallback, useState } from 'react';
import type { AnchorView, DiscussionView } from '../../api/client';

/** Where a new discussion would stand among the places. */
export const fresh = 'new';

/** Where places are shown: how far each is below the top of what scrolls, and how high that is. */
export type Places = { tops: Map<string, number>; height: number };

/** What a view of a sheet needs to show what is said on it, and to let one say something there. */
export type TalkedAbout = {
  discussions: DiscussionView[];
  open: string | null;
  onOpen: (id: string) => void;
  /** The place that one has chosen to say something about; null for none. */
  chosen: AnchorView | null;
  onChoose: (anchor: AnchorView | null) => void;
  onPlaces: (places: Places) => void;
  /** Says how far it was scrolled: the margin goes along. */
  onScrolled: (to: number) => void;
  /** Scrolls it as far as the margin was. */
  scroll: { current: ((to: number) => void) | null };
  /** Whether nothing can be said about it. */
  untouched?: boolean;
};

/** How a discussion's mark looks: by whom it is with, and quiet once it is settled. */
export const hueOf = (d: Pick<DiscussionView, 'party' | 'state'>) =>
  d.state === 'settled' ? 'settled' : d.party ? 'outside' : 'inside';

const nowhere: AnchorView = {
  kind: 'whole',
  start: null,
  end: null,
  row: null,
  column: null,
  rows: null,
  columns: null,
  page: null,
  x: null,
  y: null,
  width: null,
  height: null,
  element: null,
  exact: null,
};

/** A place, of which only what its kind has is said. */
export const anchorOf = (place: Partial<AnchorView> & { kind: string }): AnchorView => ({ ...nowhere, ...place });

/** For a sheet that is only read: nothing is said about it there, and nothing can be. */
export const untouched: TalkedAbout = {
  discussions: [],
  open: null,
  onOpen: () => undefined,
  chosen: null,
  onChoose: () => undefined,
  onPlaces: () => undefined,
  onScrolled: () => undefined,
  scroll: { current: null },
  untouched: true,
};

/** Where the places of a sheet are shown; told again as they are, nothing is drawn anew. */
export function usePlaces() {
  const [places, setPlaces] = useState<Places>({ tops: new Map(), height: 0 });
  const onPlaces = useCallback(
    (next: Places) =>
      setPlaces((before) =>
        before.height === next.height &&
        before.tops.size === next.tops.size &&
        [...next.tops].every(([id, top]) => before.tops.get(id) === top)
          ? before
          : next,
      ),
    [],
  );
  return [places, onPlaces] as const;
}
