/** A filled stock reply as the editor keeps it: a paragraph for each run of lines. */
export const firstMessage = (body: string) => ({
  type: 'doc',
  content: body.split(/\n{2,}/).map((paragraph) => ({
    type: 'paragraph',
    content: paragraph
      .split('\n')
      .flatMap((text, i) => [...(i > 0 ? [{ type: 'hardBreak' }] : []), ...(text ? [{ type: 'text', text }] : [])]),
  })),
});
