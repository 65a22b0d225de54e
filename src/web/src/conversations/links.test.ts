import { expect, test } from 'vitest';
import { ownPath } from './links';

test('only a link into the application, and nothing else beside it, is one of ours', () => {
  expect(ownPath('http://yard.example/dockets/J-1?entry=x', 'http://yard.example')).toBe('/dockets/J-1?entry=x');
  expect(ownPath(' http://yard.example/tasks?task=1 ', 'http://yard.example')).toBe('/tasks?task=1');
  expect(ownPath('see http://yard.example/dockets/J-1', 'http://yard.example')).toBeNull();
  expect(ownPath('http://elsewhere.example/dockets/J-1', 'http://yard.example')).toBeNull();
  expect(ownPath('J-1', 'http://yard.example')).toBeNull();
});
