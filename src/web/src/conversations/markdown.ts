/** The editor's document as the Markdown that the server stores. */

export type DocNode = {
  type: string;
  text?: string;
  attrs?: Record<string, unknown>;
  marks?: { type: string; attrs?: Record<string, unknown> }[];
  content?: DocNode[];
};

/** Text as Markdown that says just that. */
const escape = (text: string) =>
  text
    .replace(/[\\`*_~[\]<>#@|]/g, (c) => (c === '#' || c === '@' ? c : `\\${c}`))
    .replace(/^(\s*)([-+>]|\d+[.)])(?=\s)/, '$1\\$2');

const wrappers: Record<string, string> = { bold: '**', italic: '*', strike: '~~' };

function inline(nodes: DocNode[] = []): string {
  return nodes
    .map((node) => {
      if (node.type === 'hardBreak') return '\n';
      if (node.type === 'tagPerson' || node.type === 'tagThing') {
        const { kind, target, label } = node.attrs as { kind: string; target: string; label: string };
        return `[${label.replace(/[[\]\\]/g, '')}](${kind}:${target})`;
      }
      const marks = node.marks ?? [];
      const text = node.text ?? '';
      if (marks.some((m) => m.type === 'code')) return `\`${text}\``;
      // Blanks at the edges stay outside of the signs, which else would be no signs.
      const [, before, core, after] = /^(\s*)([\s\S]*?)(\s*)$/.exec(text)!;
      if (!core) return text;
      let out = escape(core);
      for (const mark of marks) {
        const wrap = wrappers[mark.type];
        if (wrap) out = `${wrap}${out}${wrap}`;
      }
      const link = marks.find((m) => m.type === 'link');
      if (link)
        out = `[${out}](${String(link.attrs?.href).replace(/[()\s]/g, (c) => `%${c.charCodeAt(0).toString(16)}`)})`;
      return `${before}${out}${after}`;
    })
    .join('');
}

function block(node: DocNode, indent: string): string {
  const children = node.content ?? [];
  switch (node.type) {
    case 'paragraph':
      return inline(children);
    case 'heading':
      // The name of the sheet is the first heading, and stands above them all.
      return `${'#'.repeat(Math.max(1, Number(node.attrs?.level ?? 2) - 1))} ${inline(children)}`;
    case 'bulletList':
    case 'orderedList':
      return children
        .map((item, i) => {
          const bullet = node.type === 'bulletList' ? '- ' : `${Number(node.attrs?.start ?? 1) + i}. `;
          const pad = ' '.repeat(bullet.length);
          return bullet + blocks(item.content ?? [], indent + pad, '\n').replace(/\n/g, `\n${pad}`);
        })
        .join('\n');
    case 'blockquote':
      return blocks(children, indent, '\n\n').replace(/^/gm, '> ');
    case 'codeBlock':
      return `\`\`\`\n${children.map((c) => c.text ?? '').join('')}\n\`\`\``;
    case 'table':
      return children
        .map((row, i) => tableRow(row) + (i === 0 ? `\n${'| --- '.repeat(row.content?.length ?? 1)}|` : ''))
        .join('\n');
    case 'horizontalRule':
      return '---';
    default:
      return blocks(children, indent, '\n\n');
  }
}

/** A row of a table of pipes; what stands in a cell stands on one line. */
const tableRow = (row: DocNode) =>
  `| ${(row.content ?? [])
    .map((cell) =>
      (cell.content ?? [])
        .map((p) => inline(p.content))
        .join(' ')
        .replace(/\n/g, ' ')
        .replace(/(^|[^\\])\|/g, '$1\\|'),
    )
    .join(' | ')} |`;

const blocks = (nodes: DocNode[], indent: string, between: string) =>
  nodes
    .map((n) => block(n, indent))
    .join(between)
    .replace(/\n{3,}/g, '\n\n');

/** Writes a document as Markdown, without blanks at its ends. */
export const toMarkdown = (doc: DocNode) => blocks(doc.content ?? [], '', '\n\n').trim();
