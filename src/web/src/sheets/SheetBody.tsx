import '@fontsource-variable/literata/wght.css';
import type { SheetView } from '../api/client';
import { Said } from '../conversations/Said';
import { DrawingSheet } from './DrawingSheet';
import { TableSheet } from './TableSheet';

const look = 'sheet mx-auto max-w-[42em] font-read text-[16px] leading-[1.6]';

/** What stands on a sheet. */
export function SheetBody({ sheet }: { sheet: SheetView }) {
  if (sheet.rows) return <TableSheet rows={sheet.rows} name={sheet.name} />;
  if (sheet.file) return <DrawingSheet file={sheet.file} name={sheet.name} />;
  return (
    <div
      tabIndex={0}
      role="region"
      aria-label={sheet.name}
      className="min-h-0 flex-1 overflow-auto bg-surface px-6 py-5"
    >
      {sheet.inside ? (
        <Said html={sheet.html ?? ''} className={look} />
      ) : (
        // Whoever sees it outside is not shown how things stand inside.
        <div className={`said ${look}`} dangerouslySetInnerHTML={{ __html: sheet.html ?? '' }} />
      )}
    </div>
  );
}

/** A table or a drawing as it is read at ease: in the size and width of all that is read there. */
export function ReadBody({ sheet }: { sheet: SheetView }) {
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
    return <img src={`/api/files/${sheet.file.id}`} alt={sheet.name} className="!max-h-none w-full !border-0" />;
  return <p className="whitespace-pre-line">{sheet.words}</p>;
}
