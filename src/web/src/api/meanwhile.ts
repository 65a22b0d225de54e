import { useState } from 'react';
import { Refusal } from './client';

type Versioned = { version?: string | null };

/** A field that two people changed, each otherwise. */
export type Clash<T> = { field: keyof T & string; mine: unknown; theirs: unknown };

const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

/** Two who change one thing: what each changed stands side by side, and only the same field clashes. */
export function meet<T extends object>(began: T, mine: T, theirs: T): { merged: T; clashes: Clash<T>[] } {
  const merged = { ...theirs };
  const clashes: Clash<T>[] = [];
  for (const field of Object.keys(mine) as (keyof T & string)[]) {
    if (field === 'version' || same(mine[field], began[field])) continue;
    merged[field] = mine[field];
    if (!same(theirs[field], began[field]) && !same(theirs[field], mine[field]))
      clashes.push({ field, mine: mine[field], theirs: theirs[field] });
  }
  return { merged, clashes };
}

const mostTries = 5;

/**
 * Something that is being changed, with the version it began from. Where somebody else changed it meanwhile, other
 * fields are taken as they are by now; where it is the same field, both stand to be chosen from.
 */
export function useBegun<T extends Versioned>(first: T) {
  const [began, setBegan] = useState(first);
  const [value, setValue] = useState(first);
  const [clashes, setClashes] = useState<Clash<T>[]>([]);
  const begin = (from: T) => {
    setBegan(from);
    setValue(from);
    setClashes([]);
  };
  // Untouched, it follows what others save; touched, it stays until it is sent. As React has it for what follows from
  // what is given: in the middle of drawing.
  const [seen, setSeen] = useState(first.version);
  if (first.version !== seen) {
    setSeen(first.version);
    if (first.version !== began.version && same(value, began)) begin(first);
  }
  const set = (part: Partial<T>) => {
    setValue((all) => ({ ...all, ...part }));
    setClashes((all) => all.filter((c) => !(c.field in part)));
  };
  /** Sends it with its version; a refusal that is not settled here is thrown. */
  async function send<R>(put: (value: T, ifMatch: string | undefined) => Promise<R>): Promise<R> {
    let [from, mine] = [began, value];
    for (let tried = 1; ; tried++) {
      try {
        return await put(mine, from.version ? `"${from.version}"` : undefined);
      } catch (wrong) {
        if (!(wrong instanceof Refusal && wrong.status === 412 && wrong.current)) throw wrong;
        const theirs = wrong.current as T;
        const met = meet(from, mine, theirs);
        setBegan(theirs);
        setValue(met.merged);
        setClashes(met.clashes);
        if (met.clashes.length > 0 || tried === mostTries) throw wrong;
        [from, mine] = [theirs, met.merged];
      }
    }
  }
  return { value, set, changed: !same(value, began), clashes, begin, send };
}
