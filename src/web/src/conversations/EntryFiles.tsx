import type { EntryView } from '../api/client';
import { sizeInWords } from './files';

/** What an entry carries: pictures that its text does not show already, and files. */
export function Files({ entry }: { entry: EntryView }) {
  const rest = entry.files.filter((f) => !entry.html.includes(`/api/files/${f.id}`));
  if (rest.length === 0) return null;
  return (
    <ul className="mt-1.5 flex flex-wrap gap-1.5 text-[12.5px]">
      {rest.map((f) => (
        <li key={f.id}>
          <a
            href={`/api/files/${f.id}`}
            target={f.picture ? '_blank' : undefined}
            rel="noreferrer"
            onClick={(e) => e.stopPropagation()}
            className="flex min-h-6 items-center gap-1.5 rounded-[3px] border bg-paper px-1.5 hover:border-soft"
          >
            {f.picture ? <img src={`/api/files/${f.id}`} alt="" className="max-h-24 max-w-40" /> : null}
            {f.name} <span className="text-soft">{sizeInWords(f.size)}</span>
          </a>
        </li>
      ))}
    </ul>
  );
}
