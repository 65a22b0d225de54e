import { useSyncExternalStore } from 'react';

/** A small value that outlives the page: kept in the browser, shared by all parts that use it. */
export class Kept<T> {
  private value: T;
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly key: string,
    private readonly initial: T,
  ) {
    this.value = this.load();
    window.addEventListener('storage', (event) => {
      if (event.key !== this.key) return;
      this.value = this.load();
      this.tell();
    });
  }

  get = () => this.value;

  set = (next: T | ((before: T) => T)) => {
    this.value = typeof next === 'function' ? (next as (before: T) => T)(this.value) : next;
    localStorage.setItem(this.key, JSON.stringify(this.value));
    this.tell();
  };

  use = (): T => useSyncExternalStore(this.subscribe, this.get);

  private subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private load(): T {
    const text = localStorage.getItem(this.key);
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
