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
