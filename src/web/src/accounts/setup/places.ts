const names = new Intl.DisplayNames('en-GB', { type: 'region' });

/** Countries by name, with their two letters (ISO 3166-1). */
export function countries() {
  const letters = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
  return letters
    .flatMap((a) => letters.map((b) => a + b))
    .filter((code) => known(code))
    .map((code) => ({ code, name: names.of(code)! }))
    .toSorted((a, b) => a.name.localeCompare(b.name));
}

/** Codes that the browser has a name for and that are no groups, old names or examples. */
const none = new Set(['AC', 'AN', 'BU', 'CP', 'CQ', 'CS', 'DD', 'DG', 'EA', 'EU', 'EZ', 'FX', 'IC', 'NT', 'QO', 'SU']);
const noneEither = new Set(['TA', 'TP', 'UK', 'UN', 'XA', 'XB', 'XK', 'YD', 'YU', 'ZR', 'ZZ', 'DY', 'FQ', 'HV', 'JT']);
const noneAtAll = new Set(['MI', 'NH', 'NQ', 'PC', 'PU', 'PZ', 'RH', 'VD', 'WK']);
function known(code: string) {
  if (none.has(code) || noneEither.has(code) || noneAtAll.has(code)) return false;
  try {
    return names.of(code) !== code;
  } catch {
    return false;
  }
}

/** Time zones by name, with the one that is set even where the browser does not list it. */
export function zones(set?: string | null) {
  const all = Intl.supportedValuesOf('timeZone');
  return set && !all.includes(set) ? [set, ...all] : all;
}
