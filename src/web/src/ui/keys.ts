import { useEffect, useRef } from 'react';

/** What a key does, by the key as the browser names it; "g d" is G and then D. */
export type Keymap = Record<string, (event: KeyboardEvent) => void>;

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

let leader = { key: '', at: 0 };

/** Listens to keys while the component is shown, except where someone is typing or a panel is open over the page. */
export function useKeys(map: Keymap) {
  const current = useRef(map);
  current.current = map;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      if (typing(event.target) || document.querySelector('[data-over]')) return;
      const key = event.key.toLowerCase();
      const led = leader.key === 'g' && event.timeStamp - leader.at < 1200 ? `g ${key}` : null;
      const act = (led && current.current[led]) || (led ? undefined : current.current[key]);
      if (key === 'g') leader = { key, at: event.timeStamp };
      if (!act) return;
      leader = { key: '', at: 0 };
      event.preventDefault();
      act(event);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}
