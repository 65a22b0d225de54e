import '@fontsource-variable/literata/wght.css';
import { asHtml } from '../api/at';
import type { SheetView } from '../api/client';
import { Said } from '../conversations/Said';
import { DrawingView } from './discuss/DrawingView';
import { depictedBy } from './drawing/depicted';
import { TableView } from './discuss/TableView';
import { untouched } from './discuss/view';

const look = 'sheet mx-auto max-w-[42em] font-read text-[16px] leading-[1.6]';

/** From so many characters on the browser lays out only what is near what one sees. */
const long = 20_000;

/** The words of a page as they are read. */
export function PageText({ sheet }: { sheet: SheetView }) {
  const html = sheet.html ?? '';
  const className = html.length > long ? `${look} sheet-long` : look;
  return sheet.inside ? (
    <Said html={html} className={className} />
  ) : (
    // Whoever sees it outside is not shown how things stand inside.
    <div className={`said ${className}`} dangerouslySetInnerHTML={asHtml(html)} />
  );
}

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
