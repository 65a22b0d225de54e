import { describe, expect, it } from 'vitest';
import { acrossWindow, fitted, read, within, written, zoomed } from './viewpoint';

const drawing = { x: 0, y: 0, width: 980, height: 420 };

describe('viewpoints', () => {
  it('come out of an address as they went in', () => {
    const v = { x: 12.5, y: -3, zoom: 1.25, page: 2, hidden: ['deck', 'mast & rig~1'] };
    expect(read(written(v))).toEqual(v);
  });

  it('are none where the address says nothing that can be shown', () => {
    for (const wrong of [null, '', 'x', '1~2', '1~2~0~1', '1~2~NaN~1']) expect(read(wrong)).toBeNull();
  });

  it('fit all of a drawing into the window', () => {
    const v = fitted(drawing, 980, 800);
    expect([v.x, v.y]).toEqual([490, 210]);
    expect(v.zoom).toBeCloseTo(0.94);
  });

  it('keep what is under the pointer there', () => {
    const v = fitted(drawing, 980, 800);
    const at = { x: 200, y: -50 };
    const next = zoomed(v, 2, v.zoom, at);
    expect(next.x + at.x / next.zoom).toBeCloseTo(v.x + at.x / v.zoom);
    expect(next.y + at.y / next.zoom).toBeCloseTo(v.y + at.y / v.zoom);
  });

  it('stop at the nearest and the furthest', () => {
    const v = fitted(drawing, 980, 800);
    const middle = { x: 0, y: 0 };
    expect(zoomed(v, 1e9, v.zoom, middle).zoom).toBeCloseTo(v.zoom * 60);
    expect(zoomed(v, 1e-9, v.zoom, middle).zoom).toBeCloseTo(v.zoom * 0.25);
  });
});

it('a page stands as wide as the window, from its top; a small one as a whole', () => {
  const page = { x: 0, y: 0, width: 600, height: 800 };
  const wide = acrossWindow(page, 900, 400);
  expect(wide.zoom).toBeCloseTo(1.41);
  // Its top is just below that of the window.
  expect(200 - wide.y * wide.zoom).toBeCloseTo(6);
  const tall = acrossWindow(page, 300, 2000);
  expect(tall.zoom).toBeCloseTo(0.47);
  expect(tall.y).toBe(400);
});

it('a spot beside what is drawn is none of it', () => {
  const page = { x: 10, y: 0, width: 600, height: 800 };
  expect(within(page, { x: 10, y: 800 })).toBe(true);
  expect(within(page, { x: 9, y: 100 })).toBe(false);
  expect(within(page, { x: 100, y: 801 })).toBe(false);
});
