import '@fontsource-variable/literata/wght.css';
import { asHtml } from '../api/at';
import type { SheetView } from '../api/client';
import { Said } from '../conversations/Said';
import { DrawingView } from './discuss/DrawingView';
import { depictedBy } from './drawing/depicted';
import { TableView } from './discuss/TableView';
import { untouched } from './discuss/view';

const look = 'sheet mx-auto max-w-[42em] font-read text-[16px] leading-[1.6]';

/** The words of a page as they are read. */
export const PageText = ({ sheet }: { sheet: SheetView }) =>
  sheet.inside ? (
    <Said html={sheet.html ?? ''} className={look} />
  ) : (
    // Whoever sees it outside is not shown how things stand inside.
    <div className={`said ${look}`} dangerouslySetInnerHTML={asHtml(sheet.html ?? '')} />
  );

/** What stands on a sheet, without what is said about it. */
export function SheetBody({ sheet }: { sheet: SheetView }) {
  if (sheet.rows) return <TableView {...untouched} rows={sheet.rows} name={sheet.name} />;
  if (sheet.file) return <DrawingView {...untouched} of={depictedBy(sheet)!} view={null} onView={() => undefined} />;
  return (
    <div
      tabIndex={0}
      role="region"
      aria-label={sheet.name}
      className="min-h-0 flex-1 overflow-auto bg-surface px-6 py-5"
    >
      <PageText sheet={sheet} />
    </div>
  );
}
