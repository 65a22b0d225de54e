import type { ConversationView } from '../api/client';
import * as texts from './texts';

type Way = ConversationView['ways'][number];

/** How a way out reads. */
export const wayWords: Record<string, string> = { mail: texts.byMail, text: texts.byText, page: texts.onTheirPage };

/** Addresses out of what was typed; null for those that are usual. */
export const addresses = (to: string | null) =>
  to === null
    ? null
    : to
        .split(/[,;]/)
        .map((a) => a.trim())
        .filter(Boolean);

type Props = {
  ways: Way[];
  way: Way | undefined;
  onWay: (via: string) => void;
  /** What was typed in place of the usual addresses; null for those. */
  to: string | null;
  onTo: (to: string) => void;
};

/** By which way a reply leaves, and where to. */
export function Addressing({ ways, way, onWay, to, onTo }: Props) {
  return (
    <p className="mb-1 flex flex-wrap items-center gap-x-2 text-[12.5px] text-outside-ink">
      <select
        aria-label={texts.howToSendIt}
        value={way?.via}
        onChange={(e) => onWay(e.target.value)}
        className="min-h-6 rounded-[3px] border border-outside-line bg-surface px-1 text-ink max-md:min-h-[44px]"
      >
        {ways.map((w) => (
          <option key={w.via} value={w.via}>
            {wayWords[w.via]}
          </option>
        ))}
      </select>
      {way?.via === 'page' ? null : to === null ? (
        <>
          <span className="min-w-0 truncate">
            {texts.to} {way?.to.join(', ')}
          </span>
          <button
            type="button"
            onClick={() => onTo(way?.to.join(', ') ?? '')}
            className="min-h-6 underline max-md:min-h-[44px]"
          >
            {texts.change}
          </button>
        </>
      ) : (
        <input
          aria-label={texts.toTitle}
          value={to}
          onChange={(e) => onTo(e.target.value)}
          className="min-h-6 min-w-0 flex-1 rounded-[3px] border border-outside-line bg-surface px-1.5 text-ink"
        />
      )}
    </p>
  );
}
