import { expect, test } from 'vitest';
import { type DocNode, toMarkdown } from './markdown';

const doc = (...content: DocNode[]): DocNode => ({ type: 'doc', content });
const p = (...content: DocNode[]): DocNode => ({ type: 'paragraph', content });
const text = (words: string, ...marks: string[]): DocNode => ({
  type: 'text',
  text: words,
  marks: marks.map((type) => ({ type })),
});

test('marks become signs, with blanks left outside of them', () => {
  expect(
    toMarkdown(
      doc(p(text('Bolts are '), text('worn ', 'bold'), text('thin', 'italic'), text(' and '), text('gone', 'strike'))),
    ),
  ).toBe('Bolts are **worn** *thin* and ~~gone~~');
});

test('signs that were typed stay what they are', () => {
  expect(toMarkdown(doc(p(text('2*3 [x] _y_'))))).toBe('2\\*3 \\[x\\] \\_y\\_');
  expect(toMarkdown(doc(p(text('- no list'))))).toBe('\\- no list');
});

test('a tag is a link with a scheme of its own', () => {
  const tag: DocNode = { type: 'tagPerson', attrs: { kind: 'person', target: '0198', label: '@Ines Kowal' } };
  expect(toMarkdown(doc(p(tag, text(' please look'))))).toBe('[@Ines Kowal](person:0198) please look');
});

test('lists nest, and links keep their address', () => {
  const item = (...content: DocNode[]): DocNode => ({ type: 'listItem', content });
  const list: DocNode = {
    type: 'bulletList',
    content: [item(p(text('one')), { type: 'orderedList', content: [item(p(text('two')))] }), item(p(text('three')))],
  };
  expect(toMarkdown(doc(list))).toBe('- one\n  1. two\n- three');
  const link: DocNode = {
    type: 'text',
    text: 'tide',
    marks: [{ type: 'link', attrs: { href: 'https://tides.example/a(b)' } }],
  };
  expect(toMarkdown(doc(p(link)))).toBe('[tide](https://tides.example/a%28b%29)');
});

test('headings of a page stand below the name of the sheet', () => {
  const heading = (level: number, words: string): DocNode => ({
    type: 'heading',
    attrs: { level },
    content: [text(words)],
  });
  expect(toMarkdown(doc(heading(2, 'Keel'), p(text('Sound.')), heading(3, 'Bolts')))).toBe(
    '# Keel\n\nSound.\n\n## Bolts',
  );
});

test('an empty document is empty', () => {
  expect(toMarkdown(doc(p()))).toBe('');
});
