import { type Editor, Extension, Node } from '@tiptap/core';
import type { Node as DocNode } from '@tiptap/pm/model';
import { Plugin, TextSelection } from '@tiptap/pm/state';
import {
  addColumnAfter,
  addRowAfter,
  deleteColumn,
  deleteRow,
  deleteTable,
  goToNextCell,
  isInTable,
  tableEditing,
} from '@tiptap/pm/tables';
import { parseTable } from './cells';
import * as texts from './texts';

/** Most rows that are pasted as a table; more belong into a file. */
const MostRows = 200;

/** What each node is to ProseMirror's tables. */
const roles: Record<string, string> = {
  table: 'table',
  tableRow: 'row',
  tableCell: 'cell',
  tableHeader: 'header_cell',
};

const cell = (name: string, tag: string) =>
  Node.create({
    name,
    content: 'paragraph+',
    isolating: true,
    addAttributes: () => ({ colspan: { default: 1 }, rowspan: { default: 1 }, colwidth: { default: null } }),
    parseHTML: () => [{ tag }],
    renderHTML: ({ HTMLAttributes }) => [tag, HTMLAttributes, 0],
  });

/** A table out of rows of values, the first of them its head. */
export const tableDoc = (rows: string[][]) => {
  const width = Math.max(...rows.map((r) => r.length));
  return {
    type: 'table',
    content: rows.map((row, i) => ({
      type: 'tableRow',
      content: Array.from({ length: width }, (_, j) => ({
        type: i === 0 ? 'tableHeader' : 'tableCell',
        content: [{ type: 'paragraph', content: row[j] ? [{ type: 'text', text: row[j] }] : [] }],
      })),
    })),
  };
};

/** Rows of values out of what a spreadsheet puts on the clipboard; null when it is no table. */
export function pastedRows(text: string): string[][] | null {
  if (!text.includes('\t')) return null;
  const rows = parseTable(text.trimEnd());
  return rows.length > 0 && rows.length <= MostRows && rows[0]!.length > 1 ? rows : null;
}

/** Cells of a row typed with pipes; null when the line is none. */
export function typedRow(text: string): string[] | null {
  const line = text.trim();
  if (!/^\|.+\|$/.test(line)) return null;
  const cells = line
    .slice(1, -1)
    .split('|')
    .map((c) => c.trim());
  return cells.length > 1 ? cells : null;
}

/** Where the table around the selection stands; null when there is none. */
function around(editor: Editor): { table: DocNode; row: number; column: number; start: number } | null {
  const { $from } = editor.state.selection;
  for (let depth = $from.depth; depth > 0; depth--)
    if ($from.node(depth).type.name === 'table')
      return {
        table: $from.node(depth),
        row: $from.index(depth),
        column: $from.index(depth + 1),
        start: $from.start(depth),
      };
  return null;
}

function focusCell(editor: Editor, table: DocNode, start: number, row: number, column: number) {
  let at = start;
  for (let i = 0; i < row; i++) at += table.child(i).nodeSize;
  at += 1;
  for (let j = 0; j < column; j++) at += table.child(row).child(j).nodeSize;
  const { state, view } = editor;
  view.dispatch(state.tr.setSelection(TextSelection.near(state.doc.resolve(at + 2))).scrollIntoView());
}

/** Enter goes down; in the last row it makes another; in an empty last row it leaves the table. */
function down(editor: Editor): boolean {
  const here = around(editor);
  if (!here) return false;
  const last = here.row === here.table.childCount - 1;
  if (last && here.row > 0 && here.table.child(here.row).textContent === '') {
    deleteRow(editor.state, editor.view.dispatch);
    const after = here.start - 1 + (editor.state.doc.nodeAt(here.start - 1)?.nodeSize ?? 0);
    editor
      .chain()
      .insertContentAt(after, { type: 'paragraph' })
      .setTextSelection(after + 1)
      .run();
    return true;
  }
  if (last) addRowAfter(editor.state, editor.view.dispatch);
  const now = editor.state.doc.nodeAt(here.start - 1)!;
  focusCell(editor, now, here.start, here.row + 1, here.column);
  return true;
}

/** What can be done with the table that the selection is in. */
export const tableActs: [string, (e: Editor) => void][] = [
  [texts.row, (e) => void addRowAfter(e.state, e.view.dispatch)],
  [texts.column, (e) => void addColumnAfter(e.state, e.view.dispatch)],
  [texts.noRow, (e) => void (around(e)!.table.childCount > 1 ? deleteRow : deleteTable)(e.state, e.view.dispatch)],
  [texts.noColumn, (e) => void deleteColumn(e.state, e.view.dispatch)],
  [texts.noTable, (e) => void deleteTable(e.state, e.view.dispatch)],
];

export const inTable = (editor: Editor) => isInTable(editor.state);

/** Puts an empty table where one writes. */
export const insertTable = (editor: Editor) => {
  editor
    .chain()
    .focus()
    .insertContent(tableDoc(Array.from({ length: 3 }, () => ['', '', ''])))
    .run();
};

/** Tables: by a button, typed with pipes, or pasted out of a spreadsheet. */
export const tables = [
  Node.create({
    name: 'table',
    group: 'block',
    content: 'tableRow+',
    isolating: true,
    parseHTML: () => [{ tag: 'table' }],
    renderHTML: () => ['table', ['tbody', 0]],
  }),
  Node.create({
    name: 'tableRow',
    content: '(tableCell | tableHeader)+',
    parseHTML: () => [{ tag: 'tr' }],
    renderHTML: () => ['tr', 0],
  }),
  cell('tableCell', 'td'),
  cell('tableHeader', 'th'),
  Extension.create({
    name: 'tables',
    priority: 200,
    // It is asked for every node; those that are no part of a table have no role in one.
    extendNodeSchema: ({ name }) => ({ tableRole: roles[name] }),
    addKeyboardShortcuts() {
      return {
        Tab: ({ editor }) => {
          if (!inTable(editor)) return false;
          if (!goToNextCell(1)(editor.state, editor.view.dispatch)) {
            addRowAfter(editor.state, editor.view.dispatch);
            goToNextCell(1)(editor.state, editor.view.dispatch);
          }
          return true;
        },
        'Shift-Tab': ({ editor }) => inTable(editor) && goToNextCell(-1)(editor.state, editor.view.dispatch),
        Enter: ({ editor }) => {
          if (inTable(editor)) return down(editor);
          const { $from, empty } = editor.state.selection;
          const cells = empty && $from.parent.type.name === 'paragraph' ? typedRow($from.parent.textContent) : null;
          if (!cells || $from.depth !== 1) return false;
          const from = $from.before();
          editor
            .chain()
            .insertContentAt({ from, to: $from.after() }, tableDoc([cells, cells.map(() => '')]))
            .run();
          focusCell(editor, editor.state.doc.nodeAt(from)!, from + 1, 1, 0);
          return true;
        },
      };
    },
    addProseMirrorPlugins() {
      const { editor } = this;
      return [
        new Plugin({
          props: {
            handlePaste: (_, event) => {
              const data = event.clipboardData;
              // A table in the clipboard's HTML is read as such.
              const rows = data && !/<table/i.test(data.getData('text/html')) && pastedRows(data.getData('text/plain'));
              if (!rows || inTable(editor)) return false;
              editor.chain().insertContent(tableDoc(rows)).run();
              return true;
            },
          },
        }),
        tableEditing(),
      ];
    },
  }),
];
