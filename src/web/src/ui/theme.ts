import { Kept } from '../api/store';

export type Theme = 'system' | 'light' | 'dark';

export const theme = new Kept<Theme>('wrenlet.theme', 'system');

const dark = window.matchMedia('(prefers-color-scheme: dark)');

/** Shows the chosen theme, and follows the system where that is the choice. */
export function applyTheme() {
  const chosen = theme.get();
  document.documentElement.dataset.theme = chosen === 'system' ? (dark.matches ? 'dark' : 'light') : chosen;
}

dark.addEventListener('change', applyTheme);
