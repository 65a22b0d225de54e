/** Where this application lies on its host, as its page says; empty at the top. The server writes it into the page. */
export const basename = globalThis.document?.querySelector<HTMLMetaElement>('meta[name="wrenlet-base"]')?.content ?? '';

/** The address of something by its path in this application; that of something elsewhere as it is. */
export const at = (path: string) => (path.startsWith('/') ? basename + path : path);

/** A path of this host as a path within the application; null for one outside it. */
export const within = (path: string): string | null =>
  path === basename || path.startsWith(`${basename}/`) ? path.slice(basename.length) || '/' : null;

/** Where one is within the application. */
export const whereNow = () => within(window.location.pathname) ?? '/';

/** What was said, with the addresses of its pictures and files as they are here. */
export const asHtml = (html: string) => ({
  __html: basename ? html.replace(/(<[^<>]* (?:src|href)=")(?=\/(?!\/))/g, `$1${basename}`) : html,
});
