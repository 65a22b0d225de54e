// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import { ShownText } from './letters';

const shown = (html: string) => {
  const root = document.createElement('div');
  root.innerHTML = html;
  document.body.replaceChildren(root);
  return { root, text: new ShownText(root) };
};

describe('positions in letters', () => {
  it('count over elements, signs and blanks', () => {
    const { text } = shown('<p>Bolts <b>3</b> and 4.</p><ul><li>One</li><li>Two</li></ul>');
    expect(text.letters).toBe(5 + 1 + 3 + 1 + 3 + 3);
    expect(text.range(5, 10)!.toString()).toBe('3 and 4');
    expect(text.range(10, 16)!.toString()).toBe('OneTwo');
  });

  it('find what was selected again', () => {
    const { root, text } = shown('<p>The joint was open.</p><p>It is shut.</p>');
    const [first, second] = root.querySelectorAll('p');
    const range = document.createRange();
    range.setStart(first!.firstChild!, 4);
    range.setEnd(second!.firstChild!, 5);
    const { start, end } = text.selected(range)!;
    expect(text.range(start, end)!.toString()).toBe('joint was open.It is');
  });

  it('take a point between elements for the next letter', () => {
    const { root, text } = shown('<p>One</p><p>Two</p>');
    expect(text.before(root, 1)).toBe(3);
    expect(text.before(root, 2)).toBe(6);
  });

  it('leave out how things stand that are pointed at', () => {
    const { text } = shown('<p><a class="tag">Report</a><span class="card">Report page of J-1</span></p><p>End</p>');
    expect(text.letters).toBe('ReportEnd'.length);
  });

  it('count letters beyond the first plane as one', () => {
    const { text } = shown('<p>𝐀b c</p>');
    expect(text.range(1, 3)!.toString()).toBe('b c');
  });

  it('know nothing of a selection elsewhere', () => {
    const { text } = shown('<p>One</p>');
    const other = document.createElement('p');
    other.textContent = 'Two';
    document.body.append(other);
    const range = document.createRange();
    range.selectNodeContents(other);
    expect(text.selected(range)).toBeNull();
  });
});
