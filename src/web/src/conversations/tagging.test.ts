import { expect, test } from 'vitest';
import type { Taggable } from '../api/client';
import { canBeName, meant, saysRest, stillFitting } from './tagging';

const called = (text: string, ...ways: string[]): Taggable => ({
  kind: 'person',
  target: text,
  text: `@${text}`,
  detail: '',
  sees: true,
  ways: [text, ...ways],
});
const ines = called('Ines Kowal', 'Ines', 'Kowal');
const kit = called('Kit Ramaswamy', 'Kit', 'Ramaswamy');
const otherKit = called('Kit Lum', 'Kit', 'Lum');
const doctor = called('Dr Kemal Aydin', 'Kemal Aydin', 'Dr Kemal', 'Dr Aydin', 'Kemal', 'Aydin');
const watch = called('night watch');
const all = [ines, kit, otherKit, doctor, watch];

test.each([
  ['Ines', ines],
  ['ines ', ines],
  ['kowal', ines],
  ['Kit', undefined],
  ['Kit Lum', otherKit],
  ['Dr', undefined],
  ['dr aydin', doctor],
  ['night', undefined],
  ['Night watch', watch],
  ['', undefined],
])('“%s” typed out means the only one who is called so', (typed, who) => expect(meant(all, typed)).toBe(who));

test('nobody is meant while a longer name begins so', () =>
  expect(meant([called('Night Porter', 'Night', 'Porter'), watch], 'night')).toBeUndefined());

test('what was offered stays as far as it fits, until the answer is there', () => {
  expect(stillFitting(all, 'k')).toEqual([ines, kit, otherKit, doctor]);
  expect(stillFitting(all, 'dr a')).toEqual([doctor]);
  expect(stillFitting(all, 'x')).toEqual([]);
});

test('of a list that is not whole nothing stays', () =>
  expect(
    stillFitting(
      Array.from({ length: 12 }, () => ines),
      'ines',
    ),
  ).toEqual([]));

test.each([
  ['', true],
  ['Dr Kemal Ay', true],
  [' at the gate', false],
  ['Ines please bring the long ladder', false],
])('“%s” behind an at sign can be a name: %s', (typed, can) => expect(canBeName(typed)).toBe(can));

test.each([
  ['@Ines Kowal', ' Kowal', true],
  ['@Ines Kowal', ' kowal', true],
  ['@Dr Kemal Aydin', ' Kemal Aydin', true],
  ['@Ines Kowal', ' Kow', false],
  ['@Ines Kowal', ' wal', false],
  ['@Ines Kowal', 'Kowal', false],
  ['@Ines Kowal', '  ', false],
  ['@Ines', ' Ines', false],
])('behind %s the words “%s” are the rest of the name: %s', (label, behind, rest) =>
  expect(saysRest(label, behind)).toBe(rest),
);
