import { FileText, Film, Locate, Music, Table } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link, type Location, useLocation, useSearchParams } from 'react-router';
import { at } from '../api/at';
import type { EntryView, FileView } from '../api/client';
import { sizeInWords } from './files';
import { whenLoaded } from '../ui/whenLoaded';
import * as texts from './texts';

// Few pictures are marked.
const MarkList = whenLoaded(() => import('../ui/picture/Marks').then((m) => m.MarkList));
const MarksOver = whenLoaded(() => import('../ui/picture/Marks').then((m) => m.MarksOver));
const FileViewer = whenLoaded(() => import('./FileViewer').then((m) => m.FileViewer));

const icons: Record<string, typeof FileText> = { audio: Music, video: Film, table: Table };

/** What an entry carries: pictures that its text does not show already, and files; a press looks at them. */
export function Files({ entry }: { entry: EntryView }) {
  return <FileRow entry={entry} files={entry.files.filter((f) => !entry.html.includes(`/api/files/${f.id}`))} />;
}

type RowProps = {
  files: FileView[];
  /** The entry that carries them; left out where none does. */
  entry?: EntryView;
  onTakeOut?: (file: FileView) => void;
};

/** Files in a row, each with its small picture where it is one. */
export function FileRow({ files: rest, entry, onTakeOut }: RowProps) {
  const location = useLocation();
  const [params, setParams] = useSearchParams();
  const [open, setOpen] = useState<number | null>(null);
  // The address may lead to a file, and to what is said about it.
  const wanted = entry && params.get('entry') === entry.id ? rest.findIndex((f) => f.id === params.get('file')) : -1;
  useEffect(() => {
    if (wanted >= 0) setOpen(wanted);
  }, [wanted]);
  const close = () => {
    setOpen(null);
    if (!params.has('file')) return;
    for (const name of ['file', 'discussion', 'view']) params.delete(name);
    setParams(params, { replace: true });
  };
  if (rest.length === 0) return null;
  return (
    <ul
      aria-label={texts.files}
      className="mt-1.5 flex flex-wrap items-end gap-1.5 text-[12.5px]"
      onClick={(e) => e.stopPropagation()}
    >
      {rest.map((f, i) => (
        <li key={f.id} className="max-w-full">
          <button
            type="button"
            onClick={() => setOpen(i)}
            title={`${f.name}, ${sizeInWords(f.size)}`}
            className="block max-w-[240px] rounded-[3px] border bg-paper p-1 text-left hover:border-soft"
          >
            {f.shown === 'picture' ? <Small file={f} /> : null}
            {f.marks.length > 0 ? <MarkList marks={f.marks} className="max-w-[220px] py-0.5 text-[12px]" /> : null}
            <span className="flex min-h-6 items-center gap-1.5 max-md:min-h-[36px]">
              {f.shown === 'picture' ? null : <Kind file={f} />}
              <span className="truncate">{f.caption ?? f.name}</span>
              <span className="flex-none text-soft">{sizeInWords(f.size)}</span>
            </span>
          </button>
          {f.shows ? (
            <Link
              to={f.shows.path}
              state={{ back: entry ? backTo(location, entry.id) : location.pathname + location.search }}
              className="inline-flex min-h-6 items-center gap-1 px-1 text-wren underline max-md:min-h-[44px]"
            >
              <Locate size={13} aria-hidden /> {texts.goToShown(f.shows.name)}
            </Link>
          ) : null}
          {onTakeOut ? (
            <button
              type="button"
              className="min-h-6 rounded-[3px] px-1 text-soft hover:text-late max-md:min-h-[44px]"
              onClick={() => onTakeOut(f)}
            >
              {texts.removeTitle}
            </button>
          ) : null}
        </li>
      ))}
      {open !== null ? <FileViewer files={rest} entry={entry} at={open} onGo={setOpen} onClose={close} /> : null}
    </ul>
  );
}

function Kind({ file }: { file: FileView }) {
  const Icon = icons[file.shown ?? ''] ?? FileText;
  return <Icon size={14} aria-hidden className="flex-none text-soft" />;
}

/** Where one is, with the entry that one comes from. */
function backTo({ pathname, search }: Location, entry: string) {
  const params = new URLSearchParams(search);
  params.set('entry', entry);
  return `${pathname}?${params.toString()}`;
}

/** The small picture of a picture, its place kept free until it is there. */
function Small({ file }: { file: FileView }) {
  const [width, height] = file.width && file.height ? [file.width, file.height] : [4, 3];
  return (
    <span className="relative block w-fit max-w-full">
      <img
        src={at(`/api/files/${file.id}${file.width ? '/thumbnail' : ''}`)}
        alt={file.caption ?? file.name}
        loading="lazy"
        className="h-28 w-auto max-w-full rounded-[2px] object-contain"
        style={{ aspectRatio: `${width} / ${height}` }}
      />
      {file.width && file.marks.length > 0 ? <MarksOver marks={file.marks} width={width} height={height} /> : null}
    </span>
  );
}
