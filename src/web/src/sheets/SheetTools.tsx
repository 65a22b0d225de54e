import { BookOpen, Download, MessagesSquare, Upload } from 'lucide-react';
import { useState } from 'react';
import { at } from '../api/at';
import type { SheetView } from '../api/client';
import { ReadingView } from '../conversations/ReadingView';
import { Button, Panel, cx } from '../ui/controls';
import { readAnnotations } from './discuss/discussions';
import * as texts from './texts';

/** Reading a sheet at ease, and taking it along as it is shown. */
export function SheetTools({ sheet }: { sheet: SheetView }) {
  return (
    <>
      <ReadingView
        title={sheet.name}
        aloud={sheet.kind === 'page' ? undefined : sheet.words}
        html={sheet.html ?? undefined}
        trigger={
          <Button>
            <BookOpen size={14} aria-hidden /> {texts.readingView}
          </Button>
        }
      >
        <ReadBody sheet={sheet} />
      </ReadingView>
      <a
        href={at(`/api/sheets/${sheet.id}/file?revision=${sheet.shown.number}`)}
        download
        className="inline-flex min-h-[28px] items-center gap-1.5 rounded-card border px-2.5 hover:border-soft max-md:min-h-[44px]"
      >
        <Download size={14} aria-hidden /> {texts.download}
      </a>
      {sheet.inside && !sheet.removed ? <Annotations sheet={sheet} /> : null}
    </>
  );
}

/** What is said about a sheet, out and in as web annotations. */
function Annotations({ sheet }: { sheet: SheetView }) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      label={texts.discussionsAsAFile}
      align="end"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button look="quiet" aria-label={texts.discussionsAsAFile} title={texts.discussionsAsAFile}>
          <MessagesSquare size={14} aria-hidden />
        </Button>
      }
    >
      <div className="grid gap-1.5">
        <a href={at(`/api/sheets/${sheet.id}/annotations`)} download className={link}>
          <Download size={14} aria-hidden /> {texts.downloadAnnotations}
        </a>
        <label className={cx(link, 'cursor-pointer focus-within:outline-2 focus-within:outline-wren')}>
          <Upload size={14} aria-hidden /> {texts.uploadAnnotations}
          <input
            type="file"
            accept=".jsonld,.json,application/ld+json"
            className="sr-only"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file) void readAnnotations(sheet.id, file).then(() => setOpen(false));
            }}
          />
        </label>
      </div>
    </Panel>
  );
}

const link =
  'inline-flex min-h-[28px] items-center gap-1.5 rounded-card border px-2.5 hover:border-soft max-md:min-h-[44px]';

/** A table or a drawing as it is read at ease: in the size and width of all that is read there. */
function ReadBody({ sheet }: { sheet: SheetView }) {
  if (sheet.rows) {
    const [names = [], ...rows] = sheet.rows;
    return (
      <table className="w-full">
        <thead>
          <tr>
            {names.map((n, i) => (
              <th key={i} scope="col" className="text-left">
                {n}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={i}>
              {row.map((cell, j) => (
                <td key={j}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    );
  }
  if (sheet.file?.shown === 'picture')
    return <img src={at(`/api/files/${sheet.file.id}`)} alt={sheet.name} className="!max-h-none w-full !border-0" />;
  return <p className="whitespace-pre-line">{sheet.words}</p>;
}
