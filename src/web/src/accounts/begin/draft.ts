import { weekdayNames } from '../../ui/words';

/** What was entered on the first visit so far; the password and the code are never kept. */
export type FirmDraft = {
  name: string;
  address: string;
  administratorName: string;
  administratorAddress: string;
  set: string;
  country: string;
  zone: string;
  dayFirst: boolean;
  hours: { on: boolean; start: string; end: string }[];
  holidays: boolean;
};

const place = 'wrenlet-first-visit';

const country = () => new Intl.Locale(navigator.language).maximize().region ?? '';

/** A new draft: country, zone and the order of dates are the browser’s until somebody says otherwise. */
export const freshDraft = (): FirmDraft => ({
  name: '',
  address: '',
  administratorName: '',
  administratorAddress: '',
  set: 'service',
  country: country(),
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  dayFirst: country() !== 'US',
  hours: weekdayNames.map((_, i) => ({ on: i < 5, start: '08:00', end: '17:00' })),
  holidays: true,
});

/** The draft of an earlier visit in this browser, where one was begun. */
export function keptDraft(): FirmDraft {
  try {
    return { ...freshDraft(), ...(JSON.parse(localStorage.getItem(place) ?? '{}') as Partial<FirmDraft>) };
  } catch {
    return freshDraft();
  }
}

export const keepDraft = (draft: FirmDraft) => localStorage.setItem(place, JSON.stringify(draft));

export const forgetDraft = () => localStorage.removeItem(place);
