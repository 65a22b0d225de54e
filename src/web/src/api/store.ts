import { useSyncExternalStore } from 'react';

type Setting = {
  /** Where: localStorage for all of one's pages, sessionStorage for this one, over its reloads. */
  place?: Storage;
  /** Whether it is of the person who is signed in, and nobody else's who signs in here later. */
  personal?: boolean;
};

const personal = new Set<{ adopt: () => void }>();
const followers: (() => void)[] = [];
let owner: string | null = null;

/** Says what is to happen once it is known whose this browser is just now. */
export const whenOwned = (then: () => void) => void followers.push(then);

/** Says who is signed in: what is personal is theirs from now on, and what was another's waits for the other. */
export function belongTo(person: string) {
  if (owner === person) return;
  owner = person;
  for (const kept of personal) kept.adopt();
  for (const follow of followers) follow();
}

/** A small value that outlives the page: kept in the browser, shared by all parts that use it. */
export class Kept<T> {
  private value: T;
  private readonly listeners = new Set<() => void>();
  private readonly place: Storage;
  private readonly isPersonal: boolean;

  constructor(
    private readonly name: string,
    private readonly initial: T,
    { place = localStorage, personal: isPersonal = false }: Setting = {},
  ) {
    this.place = place;
    this.isPersonal = isPersonal;
    if (isPersonal) personal.add(this);
    this.value = this.load();
    window.addEventListener('storage', (event) => {
      if (event.key === this.key && event.storageArea === this.place) this.reload();
    });
  }

  get = () => this.value;

  set = (next: T | ((before: T) => T)) => {
    this.value = typeof next === 'function' ? (next as (before: T) => T)(this.value) : next;
    if (this.key !== null) this.place.setItem(this.key, JSON.stringify(this.value));
    this.tell();
  };

  use = (): T => useSyncExternalStore(this.subscribe, this.get);

  /** Becomes of whoever is signed in now. What an earlier version kept for nobody in particular is theirs. */
  adopt() {
    const before = this.place.getItem(this.name);
    if (before !== null && this.key !== null) {
      if (this.place.getItem(this.key) === null) this.place.setItem(this.key, before);
      this.place.removeItem(this.name);
    }
    this.reload();
  }

  /** Takes on what is kept now. */
  reload() {
    this.value = this.load();
    this.tell();
  }

  /** Null while nobody is signed in whose it could be: then it lives as long as the page. */
  private get key() {
    if (!this.isPersonal) return this.name;
    return owner === null ? null : `${this.name}/${owner}`;
  }

  private subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private load(): T {
    if (this.key === null) return this.initial;
    const text = this.place.getItem(this.key);
    if (text === null) return this.initial;
    try {
      return JSON.parse(text) as T;
    } catch {
      return this.initial;
    }
  }

  private tell() {
    for (const listener of this.listeners) listener();
  }
}
