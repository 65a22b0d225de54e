import { Kept } from '../api/store';

/** A docket that is open, as an index tab. */
export type Tab = { ref: string; name: string };

/** The open dockets, in the order in which they were opened; they stay across visits. */
export const tabs = new Kept<Tab[]>('wrenlet.tabs', [], { personal: true });

export function openTab(tab: Tab) {
  const open = tabs.get();
  const at = open.findIndex((t) => t.ref === tab.ref);
  if (at < 0) tabs.set([...open, tab].slice(-9));
  else if (open[at]!.name !== tab.name) tabs.set(open.map((t) => (t.ref === tab.ref ? tab : t)));
}

/** Closes a tab; answers which tab lies beside it, to go on with. */
export function closeTab(ref: string): Tab | undefined {
  const open = tabs.get();
  const at = open.findIndex((t) => t.ref === ref);
  tabs.set(open.filter((t) => t.ref !== ref));
  return tabs.get()[Math.max(0, at - 1)];
}
