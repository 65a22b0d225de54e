import type { Area, Point } from './Pane';
import { cx } from '../controls';

/** A marked spot or area of a picture, with its words. */
export type PictureMark = { page: number; x: number; y: number; width: number; height: number; words: string };

/** So many marks a picture has at most: one for each letter. */
export const mostMarks = 26;

export const letterOf = (index: number) => String.fromCharCode(65 + index);

/** The letter of a mark. */
export const MarkLetter = ({ index, className }: { index: number; className?: string }) => (
  <b
    aria-hidden
    className={cx(
      'inline-grid size-5 flex-none place-items-center rounded-full border border-surface bg-ink text-[11px] leading-none text-surface',
      className,
    )}
  >
    {letterOf(index)}
  </b>
);

type Props = { marks: PictureMark[]; page: number; to: (at: Point) => Point; zoom: number };

/** The marks of a page of a picture, each a letter at its spot, or at the corner of its area. */
export function Marks({ marks, page, to, zoom }: Props) {
  return marks.map((m, i) => {
    if (m.page !== page) return null;
    const corner = to(m);
    return (
      <span key={i}>
        {m.width > 0 ? <Frame at={m} corner={corner} zoom={zoom} /> : null}
        <span
          title={m.words}
          className="absolute grid -translate-x-1/2 -translate-y-1/2 place-items-center"
          style={{ left: corner.x, top: corner.y }}
        >
          <MarkLetter index={i} />
        </span>
      </span>
    );
  });
}

/** Dark with a light rim: seen on whatever is behind it. */
const Frame = ({ at, corner, zoom }: { at: Area; corner: Point; zoom: number }) => (
  <span
    aria-hidden
    className="pointer-events-none absolute border-2 border-ink outline outline-1 outline-surface"
    style={{ left: corner.x, top: corner.y, width: at.width * zoom, height: at.height * zoom }}
  />
);

/** What the marks say, in their order. */
export function MarkList({ marks, className }: { marks: PictureMark[]; className?: string }) {
  if (marks.length === 0) return null;
  return (
    <ol className={cx('grid gap-0.5', className)}>
      {marks.map((m, i) => (
        <li key={i} className="flex items-start gap-1.5" dir="auto">
          <MarkLetter index={i} />
          <span className="min-w-0 [overflow-wrap:anywhere]">{m.words}</span>
        </li>
      ))}
    </ol>
  );
}

/** The letters over a small picture, wherever it is shown. */
export const MarksOver = ({ marks, width, height }: { marks: PictureMark[]; width: number; height: number }) =>
  marks.map((m, i) => (
    <span
      key={i}
      className="absolute grid -translate-x-1/2 -translate-y-1/2"
      style={{ left: `${(m.x / width) * 100}%`, top: `${(m.y / height) * 100}%` }}
    >
      <MarkLetter index={i} />
    </span>
  ));
