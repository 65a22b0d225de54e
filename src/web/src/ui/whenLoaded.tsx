import { type ComponentType, type ReactNode, useSyncExternalStore } from 'react';
import { fetched } from './lazy';

/**
 * A component whose script is fetched when it is first shown, and what is shown meanwhile. What suspends is held back for
 * up to 300 ms once something has been shown in its place; this one is shown as soon as it is there.
 */
export function whenLoaded<P extends object>(
  load: () => Promise<ComponentType<P>>,
  meanwhile: (props: P) => ReactNode = () => null,
) {
  let component: ComponentType<P> | null = null;
  let wrong: unknown = null;
  let coming: Promise<void> | null = null;
  const waiting = new Set<() => void>();
  const subscribe = (heard: () => void) => {
    waiting.add(heard);
    coming ??= fetched(load)
      .then(
        (c) => void (component = c),
        (e: unknown) => void (wrong = e),
      )
      .then(() => waiting.forEach((hear) => hear()));
    return () => {
      waiting.delete(heard);
      // What could not be fetched is tried again the next time that it is shown.
      if (wrong && waiting.size === 0) wrong = coming = null;
    };
  };
  return function WhenLoaded(props: P) {
    const Shown = useSyncExternalStore(subscribe, () => component);
    const failed = useSyncExternalStore(subscribe, () => wrong);
    if (failed) throw failed;
    return Shown ? <Shown {...props} /> : meanwhile(props);
  };
}
