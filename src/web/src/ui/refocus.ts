/** Gives the focus to an element as soon as it is drawn anew: what was moved by a key keeps it. */
export function refocus(selector: string) {
  let left = 60;
  const before = document.activeElement;
  const look = () => {
    const found = document.querySelector<HTMLElement>(selector);
    // Somebody who has gone on meanwhile is left where they are.
    if (document.activeElement !== before && document.activeElement !== document.body) return;
    if (found && found !== before) found.focus();
    else if (found && document.activeElement === found && left > 50) requestAnimationFrame(look);
    else if (--left > 0) requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}
