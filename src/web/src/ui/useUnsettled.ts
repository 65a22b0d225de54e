import { type RefObject, useEffect, useRef } from 'react';

/**
 * A form that is sent while words of a field stand there unread waits until they are; where they cannot be read it is not sent.
 * @param settle Reads them; null while nothing is to be read.
 */
export function useUnsettled(input: RefObject<HTMLInputElement | null>, settle: (() => Promise<void>) | null) {
  const unsettled = useRef(settle);
  unsettled.current = settle;
  useEffect(() => {
    const form = input.current?.form;
    const hold = (event: SubmitEvent) => {
      if (!unsettled.current) return;
      event.preventDefault();
      // One field after the other: each has the form sent again.
      event.stopImmediatePropagation();
      const sender = event.submitter;
      void unsettled.current().then(() => setTimeout(() => !unsettled.current && form?.requestSubmit(sender)));
    };
    form?.addEventListener('submit', hold, true);
    return () => form?.removeEventListener('submit', hold, true);
  }, [input]);
}
