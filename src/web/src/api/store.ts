import { useSyncExternalStore } from 'react';

/** A small value that outlives the page: kept in the browser, shared by all parts that use it. */
export class Kept<T> {
  private value: T;
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly key: string,
    private readonly initial: T,
    /** Where: localStorage for all of one's pages, sessionStorage for this one, over its reloads. */
    private readonly place: Storage = localStorage,
  ) {
    this.value = this.load();
    window.addEventListener('storage', (event) => {
      if (event.key !== this.key || event.storageArea !== this.place) return;
      this.value = this.load();
      this.tell();
    });
  }

  get = () => this.value;

  set = (next: T | ((before: T) => T)) => {
    this.value = typeof next === 'function' ? (next as (before: T) => T)(this.value) : next;
    this.place.setItem(this.key, JSON.stringify(this.value));
    this.tell();
  };

  use = (): T => useSyncExternalStore(this.subscribe, this.get);

  private subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private load(): T {
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
