import { Extension } from '@tiptap/core';
import { Plugin } from '@tiptap/pm/state';
import { within } from '../api/at';
import { api, taken } from '../api/client';

/** The path of a link into this application; null for any other words. */
export function ownPath(text: string, origin = window.location.origin): string | null {
  const words = text.trim();
  if (/\s/.test(words) || !URL.canParse(words)) return null;
  const url = new URL(words);
  const path = url.origin === origin ? within(url.pathname) : null;
  return path === null ? null : path + url.search;
}

/** A pasted link into the application becomes a tag of what it leads to; of what is no thing, or not seen, it stays a link. */
export const links = Extension.create({
  name: 'ownLinks',
  priority: 1100,
  addProseMirrorPlugins() {
    const { editor } = this;
    return [
      new Plugin({
        props: {
          handlePaste: (_, event) => {
            const text = event.clipboardData?.getData('text/plain') ?? '';
            const path = ownPath(text);
            if (!path) return false;
            const { from } = editor.state.selection;
            editor.chain().insertContent(text.trim()).run();
            void taken(api.GET('/api/things', { params: { query: { path } } }))
              .then((thing) => {
                const to = from + text.trim().length;
                // Whoever writes on meanwhile keeps what they wrote.
                if (editor.state.doc.textBetween(from, Math.min(to, editor.state.doc.content.size)) !== text.trim())
                  return;
                editor
                  .chain()
                  .insertContentAt({ from, to }, [
                    { type: 'tagThing', attrs: { kind: thing.kind, target: thing.target, label: thing.tag } },
                    { type: 'text', text: ' ' },
                  ])
                  .run();
              })
              .catch(() => undefined);
            return true;
          },
        },
      }),
    ];
  },
});
