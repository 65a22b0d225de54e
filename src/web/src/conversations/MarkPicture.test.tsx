// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { afterEach, expect, test, vi } from 'vitest';
import { MarkList, type PictureMark, letterOf } from '../ui/picture/Marks';
import { MarkPicture } from './MarkPicture';

afterEach(cleanup);
vi.stubGlobal(
  'ResizeObserver',
  class {
    observe() {}
    disconnect() {}
  },
);

const mark = (words: string): PictureMark => ({ page: 1, x: 1, y: 1, width: 0, height: 0, words });

test('what is typed at a mark is its words, and one without words is gone when it is done', async () => {
  const onMarks = vi.fn();
  const onClose = vi.fn();
  render(
    <MarkPicture
      name="seam.png"
      address="/seam.png"
      marks={[mark('Crack'), mark('')]}
      onMarks={onMarks}
      onClose={onClose}
    />,
  );
  await userEvent.type(screen.getByLabelText('What is at B'), 'x');
  expect(onMarks).toHaveBeenLastCalledWith([mark('Crack'), mark('x')]);
  await userEvent.click(screen.getByRole('button', { name: 'Remove mark A' }));
  expect(onMarks).toHaveBeenLastCalledWith([mark('')]);
  await userEvent.click(screen.getByRole('button', { name: 'Done' }));
  expect(onMarks).toHaveBeenLastCalledWith([mark('Crack')]);
  expect(onClose).toHaveBeenCalledOnce();
});

test('what is done to the picture is not done to what it is shown in', async () => {
  const outside = vi.fn();
  render(
    <div onMouseDown={outside} onClick={outside} onKeyDown={outside}>
      <MarkPicture name="seam.png" address="/seam.png" marks={[mark('a')]} onMarks={vi.fn()} onClose={vi.fn()} />
    </div>,
  );
  await userEvent.type(screen.getByLabelText('What is at A'), 'b');
  expect(outside).not.toHaveBeenCalled();
});

test('marks have letters, in words as on the picture', () => {
  render(<MarkList marks={[mark('Crack'), mark('Sound')]} />);
  expect(screen.getAllByRole('listitem').map((i) => i.textContent)).toEqual(['ACrack', 'BSound']);
  expect(letterOf(25)).toBe('Z');
});
