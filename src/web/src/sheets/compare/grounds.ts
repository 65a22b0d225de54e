import type { Ground } from '../../ui/picture/viewpoint';

/** As much as pictures of the same thing differ by rounding. */
const slack = 0.01;

/**
 * The ground that both revisions lie on. Two of one shape cover each other, however finely each is drawn; others keep
 * their own units, each where it is.
 */
export function groundOfBoth(before: Ground | null, after: Ground | null) {
  const one = after ?? before ?? { x: 0, y: 0, width: 1000, height: 700 };
  const other = after && before ? before : one;
  if (Math.abs((other.width * one.height) / (other.height * one.width) - 1) < slack && sameCorner(one, other))
    return { all: one, of: (own: Ground | null) => own && one };
  const x = Math.min(one.x, other.x);
  const y = Math.min(one.y, other.y);
  const all = {
    x,
    y,
    width: Math.max(one.x + one.width, other.x + other.width) - x,
    height: Math.max(one.y + one.height, other.y + other.height) - y,
  };
  return { all, of: (own: Ground | null) => own };
}

const sameCorner = (a: Ground, b: Ground) =>
  Math.abs(a.x / a.width - b.x / b.width) < slack && Math.abs(a.y / a.height - b.y / b.height) < slack;
