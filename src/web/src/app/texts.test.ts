/// <reference types="vite/client" />
import ts from 'typescript';
import { expect, it } from 'vitest';

/** Attributes that are read by people. */
const read = new Set(['label', 'title', 'placeholder', 'aria-label', 'hint', 'alt', 'caption', 'note']);

/** Names that are the same in every language. */
const same = new Set(['Wrenlet']);

const words = /\p{L}{2}/u;

/** What stands as text beside the controls of a file, instead of in a file of texts. */
function textsIn(file: string, code: string): string[] {
  const found: string[] = [];
  const source = ts.createSourceFile(file, code, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const visit = (node: ts.Node) => {
    if (ts.isJsxText(node) && words.test(node.text) && !same.has(node.text.trim())) found.push(node.text.trim());
    if (ts.isJsxAttribute(node) && read.has(node.name.getText()) && node.initializer) {
      const value = ts.isJsxExpression(node.initializer) ? node.initializer.expression : node.initializer;
      if (value && ts.isStringLiteralLike(value) && words.test(value.text)) found.push(value.text);
      if (value && ts.isTemplateExpression(value) && words.test(value.getText().replace(/\$\{[^}]*\}/g, '')))
        found.push(value.getText());
    }
    if (
      ts.isCallExpression(node) &&
      node.expression.getText() === 'say' &&
      node.arguments[0] &&
      (ts.isStringLiteralLike(node.arguments[0]) || ts.isTemplateExpression(node.arguments[0]))
    )
      found.push(node.arguments[0].getText());
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

const files = import.meta.glob<string>(['../**/*.tsx', '!../**/*.test.tsx'], {
  query: '?raw',
  import: 'default',
  eager: true,
});

it('keeps every text of the interface in the texts of its feature', () => {
  expect(Object.keys(files).length).toBeGreaterThan(100);
  const breaches = Object.entries(files).flatMap(([file, code]) =>
    textsIn(file, code).map((text) => `${file}: ${text}`),
  );
  expect(breaches).toEqual([]);
});

it('would see a text that stands beside a control', () => {
  const breach = '<p title="A hint" className="flex">{n} left<Field label={`Name of ${n}`} /></p>; say("Saved.")';
  expect(textsIn('Breach.tsx', breach)).toEqual(['A hint', 'left', '`Name of ${n}`', '"Saved."']);
});
