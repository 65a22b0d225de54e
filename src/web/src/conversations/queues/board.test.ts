import { describe, expect, it } from 'vitest';
import type { BoardQueue } from '../../api/client';
import { type Row, minutesInWords, placeOn, standing, worked } from './board';

const hour = 3_600_000;
const at = (h: number) => Date.UTC(2026, 3, 14, h);
const queue = {
  shifts: [
    { from: at(7), to: at(12) },
    { from: at(13), to: at(16) },
  ],
} as BoardQueue;

describe('working time of a queue', () => {
  it('leaves out what lies between its shifts', () => {
    expect(worked(queue, at(11), at(14))).toBe(120);
    expect(worked(queue, at(14), at(11))).toBe(-120);
    expect(worked(queue, at(17), at(20))).toBe(0);
  });
});

describe('the axis', () => {
  const axis = [
    { from: at(7), to: at(12), open: true, start: 0, width: 0.6 },
    { from: at(12), to: at(13), open: false, start: 0.6, width: 0.1 },
    { from: at(13), to: at(16), open: true, start: 0.7, width: 0.3 },
  ];
  it('places moments within their stretch and keeps what lies outside at its ends', () => {
    expect(placeOn(axis, at(7) - hour)).toBe(0);
    expect(placeOn(axis, at(8) + hour / 2)).toBeCloseTo(0.18);
    expect(placeOn(axis, at(13))).toBeCloseTo(0.7);
    expect(placeOn(axis, at(20))).toBe(1);
  });
});

describe('a row as time passes', () => {
  const row = {
    due: new Date(at(9)).toISOString(),
    steps: [
      { state: 'well', from: at(8) },
      { state: 'soon', from: at(8) + hour / 2 },
      { state: 'late', from: at(9) },
    ],
    left: 120,
    readAt: at(7),
  } as Row;
  it('goes from well to soon to late at the moments that the server gave', () => {
    expect(standing(row, queue, at(8))).toMatchObject({ state: 'well', left: 60, label: '1 h' });
    expect(standing(row, queue, at(8) + hour * 0.75)).toMatchObject({ state: 'soon', label: '15 min' });
    expect(standing(row, queue, at(10))).toMatchObject({ state: 'late', label: 'late 1 h' });
    expect(standing({ ...row, left: null }, queue, at(8))).toBeNull();
  });
  it('counts from the moment at which it was computed itself, whenever the others were', () => {
    const later = { ...row, left: 60, readAt: at(8) };
    expect(standing(later, queue, at(8) + hour / 4)).toEqual(standing(row, queue, at(8) + hour / 4));
  });
  it('says lengths as the server does', () => {
    expect([0, 59, 60, 80, -22].map(minutesInWords)).toEqual(['0 min', '59 min', '1 h', '1 h 20', '22 min']);
  });
});
