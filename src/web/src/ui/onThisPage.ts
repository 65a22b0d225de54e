/** Something that can be done on the page that is shown: a button of it, by its name. */
export type PageCommand = { name: string; run: () => void };

/** What it is called in a list away from its place: what it says of itself there, else its name. */
const nameOf = (button: HTMLElement) =>
  (button.dataset.does ?? button.getAttribute('aria-label') ?? button.innerText ?? '').replace(/\s+/g, ' ').trim();

/** All that the page lets one do right now, each name once: what is hidden or cannot be done is left out. */
export function onThisPage(root: ParentNode = document): PageCommand[] {
  const found = new Map<string, HTMLElement>();
  for (const button of root.querySelectorAll<HTMLElement>('button:not(:disabled), summary')) {
    if (!button.checkVisibility({ visibilityProperty: true }) || button.closest('[aria-hidden="true"]')) continue;
    const name = nameOf(button);
    if (name.length < 2 || name.length > 70 || found.has(name)) continue;
    found.set(name, button);
  }
  return [...found].map(([name, button]) => ({
    name,
    run: () => {
      button.focus();
      button.click();
    },
  }));
}
