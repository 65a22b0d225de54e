/** What is drawn on, in units of its own. */
export type Ground = { x: number; y: number; width: number; height: number };

/** Whether a spot is on it. */
export const within = (ground: Ground, at: { x: number; y: number }) =>
  at.x >= ground.x && at.x <= ground.x + ground.width && at.y >= ground.y && at.y <= ground.y + ground.height;

/** What one looks at: the middle, how many pixels a unit takes, the page, and the layers that are hidden. */
export type Viewpoint = { x: number; y: number; zoom: number; page: number; hidden: string[] };

export const least = 0.02;
export const most = 60;

/** Short, and exact to less than what can be seen. */
const round = (n: number) => Number(n.toPrecision(9));

/** A viewpoint as it stands in an address. */
export const written = (v: Viewpoint) =>
  [
    round(v.x),
    round(v.y),
    round(v.zoom),
    v.page,
    ...v.hidden.map((h) => encodeURIComponent(h).replaceAll('~', '%7E')),
  ].join('~');

/** A viewpoint out of an address; null where it is none. */
export function read(text: string | null): Viewpoint | null {
  if (!text) return null;
  const [x, y, zoom, page, ...hidden] = text.split('~');
  const numbers = [x, y, zoom, page].map(Number);
  if (numbers.some((n) => !Number.isFinite(n)) || numbers[2]! <= 0) return null;
  return {
    x: numbers[0]!,
    y: numbers[1]!,
    zoom: numbers[2]!,
    page: Math.max(1, numbers[3]!),
    hidden: hidden.map(decodeURIComponent),
  };
}

/** All of a drawing, as large as the window lets it. */
export const fitted = (drawing: Ground, width: number, height: number): Viewpoint => ({
  x: drawing.x + drawing.width / 2,
  y: drawing.y + drawing.height / 2,
  zoom: Math.max(1e-6, Math.min(width / drawing.width, height / drawing.height) * 0.94),
  page: 1,
  hidden: [],
});

/** A page as wide as the window, from its top. */
export const acrossWindow = (page: Ground, width: number, height: number): Viewpoint => {
  const all = fitted(page, width, height);
  const zoom = Math.max(all.zoom, (width / page.width) * 0.94);
  return { ...all, zoom, y: page.y + Math.min(page.height / 2, height / 2 / zoom - 6 / zoom) };
};

/** Nearer or further, with what is under a point of the window staying there. */
export function zoomed(v: Viewpoint, by: number, fit: number, at: { x: number; y: number }): Viewpoint {
  const zoom = Math.min(fit * most, Math.max(fit * 0.25, v.zoom * by));
  // The point of the drawing under the pointer is as far from the middle as before, in pixels.
  return { ...v, zoom, x: v.x + at.x / v.zoom - at.x / zoom, y: v.y + at.y / v.zoom - at.y / zoom };
}
