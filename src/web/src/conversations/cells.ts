/** Values in rows, as files and spreadsheets give them: by commas (RFC 4180), semicolons or tabs, whichever the first line has most of. */
export function parseTable(text: string): string[][] {
  const first = text.slice(0, text.search(/\r?\n|$/));
  const count = (sign: string) => first.split(sign).length;
  const between = [',', ';', '\t'].reduce((best, sign) => (count(sign) > count(best) ? sign : best));
  const rows: string[][] = [];
  let row: string[] = [];
  let cell = '';
  let quoted = false;
  const endRow = () => {
    row.push(cell);
    rows.push(row);
    row = [];
    cell = '';
  };
  for (let i = 0; i < text.length; i++) {
    const c = text[i]!;
    if (quoted) {
      if (c !== '"') cell += c;
      else if (text[i + 1] === '"') {
        cell += '"';
        i++;
      } else quoted = false;
    } else if (c === '"' && cell === '') quoted = true;
    else if (c === between) {
      row.push(cell);
      cell = '';
    } else if (c === '\n') endRow();
    else if (c !== '\r') cell += c;
  }
  if (cell !== '' || row.length > 0) endRow();
  return rows;
}
