import type { TaskRow, TaskTable } from '../api/client';
import { dateOf } from '../ui/time';
import * as texts from './texts';

/** What a table of tasks shows, and in which order. */
export type Arrangement = {
  columns: string[];
  sort: { by: string; down: boolean }[];
  group: string | null;
  filter: Filter;
};

export type Filter = {
  words: string;
  states: string[];
  priorities: string[];
  owners: string[];
  due: 'any' | 'late' | 'soon' | 'dated' | 'undated';
};

export const noFilter: Filter = { words: '', states: [], priorities: [], owners: [], due: 'any' };

export const usual: Arrangement = {
  columns: ['docket', 'owners', 'due', 'priority', 'state', 'estimate'],
  sort: [{ by: 'due', down: false }],
  group: null,
  filter: { ...noFilter, states: ['needs-action', 'in-progress', 'waiting'] },
};

/** What a table knows beside its rows: the people they name, and the order of states and of priorities. */
export type Known = Pick<TaskTable, 'people' | 'states' | 'priorities'>;

const last = '\uffff';

/** The columns that there are: their names, widths, and what they are sorted by. */
export const columns: {
  key: string;
  name: string;
  width: number;
  of: (row: TaskRow, known: Known) => string | number;
}[] = [
  { key: 'title', name: texts.task, width: 0, of: (r) => r.title.toLowerCase() },
  {
    key: 'docket',
    name: texts.docket,
    width: 150,
    of: (r) => (r.docket ? r.docket.replace(/\d+/, (n) => n.padStart(7, '0')) : last),
  },
  {
    key: 'owners',
    name: texts.owners,
    width: 88,
    of: (r, k) => (r.owners.length > 0 ? k.people[r.owners[0]!]!.name.toLowerCase() : last),
  },
  { key: 'due', name: texts.due, width: 150, of: (r) => r.due ?? last },
  { key: 'priority', name: texts.priority, width: 92, of: (r, k) => k.priorities.indexOf(r.priority) },
  { key: 'state', name: texts.state, width: 112, of: (r, k) => k.states.indexOf(r.state) },
  { key: 'estimate', name: texts.estimate, width: 78, of: (r) => r.estimateMinutes ?? Number.MAX_SAFE_INTEGER },
  { key: 'spent', name: texts.spent, width: 70, of: (r) => r.spentMinutes },
  { key: 'done', name: texts.doneTitle, width: 64, of: (r) => r.percent },
  { key: 'start', name: texts.start, width: 120, of: (r) => r.start ?? last },
  { key: 'parent', name: texts.partOfTitle, width: 150, of: (r) => r.parentTitle?.toLowerCase() ?? last },
  { key: 'asked', name: texts.askedByTitle, width: 90, of: (r, k) => k.people[r.madeBy]?.name.toLowerCase() ?? last },
  { key: 'gate', name: texts.gateOf, width: 90, of: (r) => r.gate ?? last },
  { key: 'made', name: texts.made, width: 120, of: (r) => r.made },
];

const column = (key: string) => columns.find((c) => c.key === key) ?? columns[0]!;

/** The words of a row that are looked in; made once for each. */
const lookedIn = new WeakMap<TaskRow, string>();
function textOf(row: TaskRow) {
  let text = lookedIn.get(row);
  if (text === undefined) {
    text = `${row.title} ${row.docket ?? ''} ${row.docketName ?? ''} ${row.parentTitle ?? ''}`.toLowerCase();
    lookedIn.set(row, text);
  }
  return text;
}

/** The day of a moment; many tasks are due at the same one. */
const days = new Map<string, string>();
function dayOf(moment: string) {
  let day = days.get(moment);
  if (day === undefined) {
    if (days.size > 50_000) days.clear();
    day = dateOf(moment);
    days.set(moment, day);
  }
  return day;
}

/** Whether a row passes a filter. */
export function passes(row: TaskRow, filter: Filter, words: string[], owners: Set<number>): boolean {
  if (filter.states.length > 0 && !filter.states.includes(row.state)) return false;
  if (filter.priorities.length > 0 && !filter.priorities.includes(row.priority)) return false;
  if (filter.due === 'late' && row.dueState !== 'late') return false;
  if (filter.due === 'soon' && row.dueState === 'well') return false;
  if (filter.due === 'dated' && !row.due) return false;
  if (filter.due === 'undated' && row.due) return false;
  if (
    filter.owners.length > 0 &&
    !row.owners.some((o) => owners.has(o)) &&
    !(row.owners.length === 0 && owners.has(-1))
  )
    return false;
  if (words.length === 0) return true;
  const text = textOf(row);
  return words.every((w) => text.includes(w));
}

export type Line = { kind: 'group'; key: string; name: string; count: number } | { kind: 'row'; row: TaskRow };

/** What sorting a set of rows begins with, made once for each set. */
type Ranked = { eldest: number[]; ranks: Map<string, Int32Array> };
const ranked = new WeakMap<TaskRow[], Ranked>();

function rankedOf(rows: TaskRow[]) {
  let found = ranked.get(rows);
  if (!found) {
    const eldest = rows.map((_, i) => i);
    eldest.sort((x, y) => {
      const [a, b] = [rows[x]!, rows[y]!];
      return a.made < b.made ? -1 : a.made > b.made ? 1 : a.id < b.id ? -1 : 1;
    });
    ranked.set(rows, (found = { eldest, ranks: new Map() }));
  }
  return found;
}

/** No value: it stands last whichever way. */
const NoRank = 0x7fffffff;

/** For each row the place of its value among all values of a column: numbers compare faster than words. */
function ranksOf(rows: TaskRow[], known: Known, by: string): Int32Array {
  const { ranks } = rankedOf(rows);
  let found = ranks.get(by);
  if (!found) {
    const { of } = column(by);
    const values = rows.map((row) => of(row, known));
    const all = [...new Set(values)].sort((x, y) => (x < y ? -1 : x > y ? 1 : 0));
    const rank = new Map(all.map((value, i) => [value, value === last ? NoRank : i]));
    found = Int32Array.from(values, (value) => rank.get(value)!);
    ranks.set(by, found);
  }
  return found;
}

/** Rows sorted by several columns, the elder first where all is the same. */
export function sorted(rows: TaskRow[], known: Known, sort: Arrangement['sort']): TaskRow[] {
  const sorts = sort.map((s) => ({ ranks: ranksOf(rows, known, s.by), sign: s.down ? -1 : 1 }));
  // Sorting keeps what compares the same as it stood: the elder first.
  return [...rankedOf(rows).eldest]
    .sort((a, b) => {
      for (const { ranks, sign } of sorts) {
        const [x, y] = [ranks[a]!, ranks[b]!];
        if (x !== y) return x === NoRank ? 1 : y === NoRank ? -1 : (x - y) * sign;
      }
      return 0;
    })
    .map((i) => rows[i]!);
}

/** The lines of rows that are sorted already: filtered, and under their groups. */
export function divided(
  rows: TaskRow[],
  known: Known,
  filter: Filter,
  group: string | null,
): { lines: Line[]; count: number } {
  const words = filter.words.toLowerCase().split(/\s+/).filter(Boolean);
  const owners = new Set(
    filter.owners.map((id) => (id === 'nobody' ? -1 : known.people.findIndex((p) => p.id === id))),
  );
  const kept = rows.filter((r) => passes(r, filter, words, owners));
  if (!group) return { lines: kept.map((row) => ({ kind: 'row', row })), count: kept.length };
  const groups = new Map<string, { name: string; rank: string | number; rows: TaskRow[] }>();
  for (const row of kept)
    for (const { key, name, rank } of groupsOf(row, group, known)) {
      const found = groups.get(key);
      if (found) found.rows.push(row);
      else groups.set(key, { name, rank, rows: [row] });
    }
  const lines: Line[] = [];
  const ordered = [...groups.entries()].sort(([, a], [, b]) => (a.rank < b.rank ? -1 : a.rank > b.rank ? 1 : 0));
  for (const [key, found] of ordered) {
    lines.push({ kind: 'group', key, name: found.name, count: found.rows.length });
    for (const row of found.rows) lines.push({ kind: 'row', row });
  }
  return { lines, count: kept.length };
}

/** The lines of a table: sorted by several columns, filtered, and under their groups. */
export const arrange = (rows: TaskRow[], known: Known, how: Arrangement) =>
  divided(sorted(rows, known, how.sort), known, how.filter, how.group);

/** The ways in which a table can be divided. */
export const groupings: [string, string][] = [
  ['docket', 'docket'],
  ['owners', 'owner'],
  ['priority', 'priority'],
  ['state', 'state'],
  ['due', texts.dayItIsDue],
  ['asked', texts.whoAsked],
];

/** The groups a row stands in: with several owners it stands with each. */
function groupsOf(row: TaskRow, by: string, known: Known): { key: string; name: string; rank: string | number }[] {
  switch (by) {
    case 'docket':
      return [
        {
          key: row.docket ?? '',
          name: row.docket ? `${row.docket} ${row.docketName}` : texts.noDocket,
          rank: column('docket').of(row, known),
        },
      ];
    case 'owners':
      return row.owners.length === 0
        ? [{ key: '', name: 'nobody', rank: last }]
        : row.owners.map((o) => ({
            key: known.people[o]!.id,
            name: known.people[o]!.kind === 'crew' ? `@${known.people[o]!.name}` : known.people[o]!.name,
            rank: known.people[o]!.name,
          }));
    case 'priority':
      return [{ key: row.priority, name: row.priority, rank: known.priorities.indexOf(row.priority) }];
    case 'state':
      return [{ key: row.state, name: row.state.replace('-', ' '), rank: known.states.indexOf(row.state) }];
    case 'asked': {
      const by = known.people[row.madeBy];
      return [{ key: by?.id ?? '', name: by?.name ?? 'nobody', rank: by?.name ?? last }];
    }
    default: {
      const date = row.due ? dayOf(row.due) : '';
      return [{ key: date, name: date || texts.notDated, rank: date || last }];
    }
  }
}
