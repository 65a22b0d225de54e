/** Changes to the rows of a table, the first of which has the names of the columns. Each gives new rows and leaves the old ones. */
export type Rows = string[][];

const at = <T>(list: T[], place: number, put: T[], taken = 0) => [
  ...list.slice(0, place),
  ...put,
  ...list.slice(place + taken),
];

export const widthOf = (rows: Rows) => rows[0]?.length ?? 0;

export const setCell = (rows: Rows, row: number, column: number, value: string): Rows =>
  at(rows, row, [at(rows[row]!, column, [value], 1)], 1);

export const addRow = (rows: Rows, row: number): Rows => at(rows, row, [Array<string>(widthOf(rows)).fill('')]);

export const removeRow = (rows: Rows, row: number): Rows => at(rows, row, [], 1);

/** A row in the place of its neighbour; the names of the columns stay where they are. */
export const moveRow = (rows: Rows, row: number, by: 1 | -1): Rows => {
  const to = row + by;
  if (row < 1 || to < 1 || to >= rows.length) return rows;
  return at(at(rows, row, [], 1), to, [rows[row]!]);
};

export const addColumn = (rows: Rows, column: number): Rows => rows.map((r) => at(r, column, ['']));

export const removeColumn = (rows: Rows, column: number): Rows =>
  widthOf(rows) > 1 ? rows.map((r) => at(r, column, [], 1)) : rows;

export const moveColumn = (rows: Rows, column: number, by: 1 | -1): Rows => {
  const to = column + by;
  if (to < 0 || to >= widthOf(rows)) return rows;
  return rows.map((r) => at(at(r, column, [], 1), to, [r[column]!]));
};

/** What was pasted, from a cell on; rows and columns that it needs are added. */
export function paste(rows: Rows, row: number, column: number, values: string[][]): Rows {
  const width = Math.max(widthOf(rows), column + Math.max(...values.map((v) => v.length)));
  const wide = rows.map((r) => [...r, ...Array<string>(width - r.length).fill('')]);
  while (wide.length < row + values.length) wide.push(Array<string>(width).fill(''));
  return wide.map((r, i) => {
    const put = values[i - row];
    return put ? at(r, column, put, put.length) : r;
  });
}

/** Whether most of what stands in a column are numbers, so that it is set to the right. */
export function isNumeric(rows: Rows, column: number): boolean {
  const values = rows
    .slice(1, 200)
    .map((r) => r[column]!.trim())
    .filter((v) => v !== '');
  return (
    values.length > 0 &&
    values.filter((v) => /^[-+−]?[\d\s.,]*\d(\s?[%A-Za-zµ°²³]{0,4})?$/.test(v)).length * 3 > values.length * 2
  );
}
