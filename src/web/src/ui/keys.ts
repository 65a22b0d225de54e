import { useEffect, useRef, useSyncExternalStore } from 'react';

/** What a key does, by the key as the browser names it, in small letters: "n", "arrowdown", "7". */
export type Keymap = Record<string, (event: KeyboardEvent) => void>;

/** Whether what has the focus is written in. */
export const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/**
 * Whether what has the focus would lose something if it went elsewhere: words on their way, or itself, where it stands over
 * the page and what wants the focus is not in it.
 */
export const needsFocus = (target: Element | null, wanting: Element | null) => {
  const over = target?.closest('[data-over]');
  return isTyping(target) || (over ? !over.contains(wanting) : false);
};

const Off = 'wrenlet.keys-off';
const listeners = new Set<() => void>();

/** Whether the keys of pages are used; some need theirs for other things. Kept by browser. */
export const pageKeys = {
  on: () => localStorage.getItem(Off) === null,
  set: (on: boolean) => {
    if (on) localStorage.removeItem(Off);
    else localStorage.setItem(Off, '1');
    for (const listener of listeners) listener();
  },
  use: () =>
    useSyncExternalStore((listener) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    }, pageKeys.on),
};

/** What was typed since a key opened something to write in, up to each time it was sent; null when nothing is opened. */
let ahead: string[] | null = null;
let givenUp: ReturnType<typeof setTimeout> | undefined;

const hold = (event: KeyboardEvent) => {
  if (ahead === null || event.altKey || isTyping(event.target)) return;
  const command = event.ctrlKey || event.metaKey;
  const last = ahead.length - 1;
  if (command && event.key === 'Enter') ahead.push('');
  else if (command) return;
  else if (event.key.length === 1) ahead[last] += event.key;
  else if (event.key === 'Enter') ahead[last] += '\n';
  else if (event.key === 'Backspace') ahead[last] = ahead[last]!.slice(0, -1);
  else return;
  event.preventDefault();
  event.stopImmediatePropagation();
};

/**
 * From the moment a key opens a composer all that follows goes into it, also while it is still being drawn: what is
 * typed meanwhile is held, and is no command.
 */
export const typedAhead = {
  /** From now on; with what was typed before and could not go anywhere. Whoever waits for the server says when it came. */
  begin: (before = [''], waits = false) => {
    // Pressed first, and opened a moment later: both mean the same words.
    ahead ??= before;
    window.addEventListener('keydown', hold, true);
    clearTimeout(givenUp);
    // Where nothing opens after all, keys are commands again.
    if (!waits) givenUp = setTimeout(typedAhead.take, 3000);
  },
  /** What was typed meanwhile, each text but the last to be sent; from now on keys go where they go. */
  take: () => {
    const typed = ahead ?? [''];
    ahead = null;
    clearTimeout(givenUp);
    window.removeEventListener('keydown', hold, true);
    return typed;
  },
};

/** Listens to keys while the component is shown, except where someone is typing or a panel is open over the page. */
export function useKeys(map: Keymap) {
  const current = useRef(map);
  current.current = map;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      if (isTyping(event.target) || document.querySelector('[data-over]')) return;
      const key = event.key.toLowerCase();
      const act = current.current[key];
      // Backing out and the help are everybody's; all other keys can be switched off.
      if (!act || !(pageKeys.on() || key === 'escape' || key === 'f1')) return;
      event.preventDefault();
      act(event);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}
