import type { EditorState, Transaction } from '@tiptap/pm/state';
import type { SuggestionOptions, SuggestionProps } from '@tiptap/suggestion';
import { type Taggable, api, taken } from '../api/client';
import { tabs } from '../dockets/tabs';
import { canBeName, endsName, meant, saysRest, stillFitting } from './tagging';

/** What is offered under what is being typed. */
export type Choice = { items: Taggable[]; at: DOMRect; chosen: number; pick: (item: Taggable) => void };

/** The list under an @ or #, driven from the editor: it never takes the focus. */
export function tagSuggestion(
  conversation: string,
  sign: string,
  name: string,
  show: (choice: Choice | null) => void,
): Partial<SuggestionOptions<Taggable>> {
  return {
    char: sign,
    // Names have several words, and what was said is found by several of its own.
    allowSpaces: sign !== ';',
    items: async ({ query }) => {
      if (sign === '@' && !canBeName(query)) return [];
      return taken(
        api.GET('/api/conversations/{id}/taggable', {
          params: {
            path: { id: conversation },
            query: {
              sign,
              typed: query,
              open:
                sign === '#'
                  ? tabs
                      .get()
                      .map((t) => t.ref)
                      .join(',')
                  : undefined,
            },
          },
        }),
      ).catch(() => []);
    },
    command: ({ editor, range, props }) => {
      const { kind, target, text } = props as unknown as Taggable;
      editor
        .chain()
        .focus()
        .command(({ tr, state }) => {
          const tag = state.schema.nodes[name]!.create({ kind, target, label: text });
          tr.replaceWith(range.from, range.to, [tag, state.schema.text(' ')]);
          return true;
        })
        .run();
    },
    render: () => {
      let choice: Choice | null = null;
      let latest: SuggestionProps<Taggable> | null = null;
      const update = (props: SuggestionProps<Taggable>) => {
        latest = props;
        const at = props.clientRect?.();
        const items = props.loading ? stillFitting(choice?.items ?? [], props.query) : props.items;
        choice = at
          ? {
              items,
              at,
              chosen: Math.min(choice?.chosen ?? 0, Math.max(0, items.length - 1)),
              pick: (item) => props.command(item),
            }
          : null;
        show(choice);
      };
      return {
        onStart: update,
        onUpdate: update,
        onKeyDown: ({ event }) => {
          if (!choice || choice.items.length === 0) return false;
          const one =
            sign === '@' && endsName.test(event.key) && latest ? meant(choice.items, latest.query) : undefined;
          if (one && latest) {
            const { editor } = latest;
            choice.pick(one);
            // The tag brings a blank behind it; a comma stands in its place.
            const to = editor.state.selection.from;
            if (event.key !== ' ')
              editor
                .chain()
                .deleteRange({ from: to - 1, to })
                .insertContent(event.key)
                .run();
            return true;
          }
          const n = choice.items.length;
          if (event.key === 'ArrowDown') choice = { ...choice, chosen: (choice.chosen + 1) % n };
          else if (event.key === 'ArrowUp') choice = { ...choice, chosen: (choice.chosen + n - 1) % n };
          else if (event.key === 'Enter' || event.key === 'Tab') {
            choice.pick(choice.items[choice.chosen]!);
            return true;
          } else if (event.key === 'Escape') {
            choice = null;
            show(null);
            return true;
          } else return false;
          show(choice);
          return true;
        },
        onExit: () => {
          choice = null;
          show(null);
        },
      };
    },
  };
}

/** What stands behind a tag and only says the rest of its name, as the key that ends it is pressed; null for nothing. */
const restBeforeCaret = ({ selection }: EditorState, key: string) => {
  if (!selection.empty || !(endsName.test(key) || /^(['’]|Enter)$/.test(key))) return null;
  const { parent, parentOffset, pos } = selection.$from;
  const words = parent.childBefore(parentOffset);
  const tag = parent.childBefore(words.offset).node;
  if (!words.node?.isText || tag?.type.name !== 'tagPerson') return null;
  const behind = words.node.text!.slice(0, parentOffset - words.offset);
  return saysRest(String(tag.attrs.label), behind) ? { from: pos - behind.length, to: pos } : null;
};

/** Takes out the rest of a name that its tag has said; true where that was all that the key was to do. */
export function takeOutRest(state: EditorState, dispatch: (tr: Transaction) => void, key: string) {
  const rest = restBeforeCaret(state, key);
  if (!rest) return false;
  const typed = key === 'Enter' ? '' : key;
  dispatch(typed ? state.tr.insertText(typed, rest.from, rest.to) : state.tr.delete(rest.from, rest.to));
  return typed !== '';
}
