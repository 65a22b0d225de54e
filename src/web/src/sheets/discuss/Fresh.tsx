import { useState } from 'react';
import type { AnchorView, SheetView } from '../../api/client';
import { Button } from '../../ui/controls';
import { begin } from './discussions';
import * as texts from '../texts';

type Props = {
  sheet: SheetView;
  anchor: AnchorView;
  onBegun: (id: string) => void;
  onDrop: () => void;
};

/** Whom one says it to, at the place that was chosen: ourselves, or a party that sees this revision. */
export function Fresh({ sheet, anchor, onBegun, onDrop }: Props) {
  const [busy, setBusy] = useState(false);
  const start = async (party: string | null) => {
    setBusy(true);
    const begun = await begin(sheet.id, sheet.shown.number, anchor, party);
    setBusy(false);
    if (begun) onBegun(begun.id);
  };
  const seeing = sheet.shares.filter((s) => s.revision === sheet.shown.number);
  const behind = sheet.shares.filter((s) => s.revision !== null && s.revision !== sheet.shown.number);
  return (
    <div className="rounded-card border border-wren bg-surface px-2.5 py-2 text-[13px] shadow-sm">
      <p className="mb-1.5 line-clamp-2 font-read text-[13.5px]">{placeWords(anchor, sheet)}</p>
      <p className="flex flex-wrap gap-1.5">
        <Button
          id="say-here"
          disabled={busy}
          onClick={() => void start(null)}
          className="border-dashed !border-inside-line bg-inside text-inside-ink"
        >
          {sheet.inside ? texts.noteInternally : texts.writeHere}
        </Button>
        {seeing.map((s) => (
          <Button
            key={s.party}
            disabled={busy}
            onClick={() => void start(s.party)}
            className="max-w-full !border-outside-line bg-outside text-outside-ink"
          >
            <span className="truncate">{texts.withName(s.name)}</span>
          </Button>
        ))}
        <Button look="quiet" onClick={onDrop}>
          {texts.cancel}
        </Button>
      </p>
      {behind.length > 0 ? (
        <p className="mt-1.5 text-[12.5px] text-soft">
          {texts.theySeeAnother(behind.map((s) => [s.name, s.revision!]))}
        </p>
      ) : null}
    </div>
  );
}

/** A place in words. */
export function placeWords(anchor: AnchorView, sheet: SheetView) {
  if (anchor.kind === 'words') return `“${anchor.exact ?? ''}”`;
  if (anchor.kind === 'cells') {
    const row = sheet.rows?.[anchor.row! + 1] ?? [];
    const cell = texts.cellOf(sheet.rows?.[0]?.[anchor.column!] ?? '', row[anchor.column!] ?? '', anchor.row! + 1);
    const n = anchor.rows! * anchor.columns!;
    return n > 1 ? texts.cellsFrom(n, cell) : cell;
  }
  if (anchor.kind === 'spot') return anchor.element ?? (anchor.width! > 0 ? texts.thisArea : texts.thisSpot);
  return sheet.name;
}
