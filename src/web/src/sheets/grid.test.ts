import { expect, test } from 'vitest';
import { addColumn, addRow, isNumeric, moveColumn, moveRow, paste, removeColumn, removeRow, setCell } from './grid';

const rows = [
  ['Frame', 'Reading'],
  ['4', '18'],
  ['5', '24 %'],
];

test('a change gives new rows and leaves the old ones', () => {
  expect(setCell(rows, 1, 1, '19')[1]).toEqual(['4', '19']);
  expect(rows[1]).toEqual(['4', '18']);
});

test('rows are added, removed and moved, and the names stay the first', () => {
  expect(addRow(rows, 2)[2]).toEqual(['', '']);
  expect(removeRow(rows, 1)).toEqual([rows[0], rows[2]]);
  expect(moveRow(rows, 2, -1).map((r) => r[0])).toEqual(['Frame', '5', '4']);
  expect(moveRow(rows, 1, -1)).toBe(rows);
  expect(moveRow(rows, 2, 1)).toBe(rows);
});

test('columns are added, removed and moved', () => {
  expect(addColumn(rows, 1)[0]).toEqual(['Frame', '', 'Reading']);
  expect(removeColumn(rows, 0)[1]).toEqual(['18']);
  expect(removeColumn([['only']], 0)).toEqual([['only']]);
  expect(moveColumn(rows, 1, -1)[2]).toEqual(['24 %', '5']);
  expect(moveColumn(rows, 1, 1)).toBe(rows);
});

test('what is pasted makes the room that it needs', () => {
  expect(
    paste(rows, 2, 1, [
      ['20', 'dry'],
      ['21', 'wet'],
    ]),
  ).toEqual([
    ['Frame', 'Reading', ''],
    ['4', '18', ''],
    ['5', '20', 'dry'],
    ['', '21', 'wet'],
  ]);
});

test('a column of numbers is known, with their units', () => {
  expect(isNumeric(rows, 0)).toBe(true);
  expect(isNumeric(rows, 1)).toBe(true);
  expect(isNumeric([['Side'], ['port'], ['4']], 0)).toBe(false);
  expect(isNumeric([['Empty'], ['']], 0)).toBe(false);
});
