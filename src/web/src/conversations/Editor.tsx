import Mention from '@tiptap/extension-mention';
import Placeholder from '@tiptap/extension-placeholder';
import { PluginKey, Selection } from '@tiptap/pm/state';
import { EditorContent, type Editor as TiptapEditor, useEditor } from '@tiptap/react';
import { Extension, textblockTypeInputRule } from '@tiptap/core';
import StarterKit from '@tiptap/starter-kit';
import Suggestion from '@tiptap/suggestion';
import { Bold, Code, Heading, Heading2, Italic, List, ListOrdered, Strikethrough, Table } from 'lucide-react';
import { forwardRef, useEffect, useImperativeHandle, useRef, useState } from 'react';
import { type OwnerView, type Taggable, api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { say, sayWrong } from '../ui/toasts';
import { cx } from '../ui/controls';
import { needsFocus, typedAhead } from '../ui/keys';
import { type DocNode, toMarkdown } from './markdown';
import { links } from './links';
import { type Choice, tagSuggestion, takeOutRest } from './tagSuggestion';
import { inTable, insertTable, tableActs, tables } from './tables';
import * as texts from './texts';

/** What a composer may ask of its editor. */
export type EditorHandle = {
  /** Puts the writing at the end of what is there; false where the editor is not there yet. */
  focus: () => boolean;
  markdown: () => string;
  clear: () => void;
  restore: (doc: unknown) => void;
  doc: () => unknown;
  focused: () => boolean;
  /** Makes a name that was typed out the tag of whom it stands for. */
  tag: (typed: string, who: Pick<OwnerView, 'kind' | 'id' | 'name'>) => void;
};

type Props = {
  conversation: string;
  placeholder: string;
  label: string;
  initial: unknown;
  /** Whether the writing begins here, at the first words, unless somebody writes elsewhere already. */
  autoFocus?: boolean;
  /** Whether stock replies are found after a semicolon. */
  stock?: boolean;
  /** Whether it is a page of a sheet: with headings, as long as it is, and its tools always there; nobody is tagged in it. */
  page?: boolean;
  onChange: (empty: boolean, doc: unknown) => void;
  onSend: () => void;
};

/** What was typed line by line, as the editor takes it: words as they are, nothing read as markup. */
const paragraphsOf = (typed: string) => {
  const lines = typed.split('\n').map((text) => (text ? [{ type: 'text', text }] : []));
  return lines.length === 1 ? lines[0]! : lines.map((content) => ({ type: 'paragraph', content }));
};

/** What each sign tags. */
const kindsOf: Record<string, string[]> = {
  '@': ['person', 'crew'],
  '#': ['docket', 'task', 'entry', 'sheet', 'view'],
};

const tagNode = (
  name: string,
  sign: string,
  conversation: string,
  show: (choice: Choice | null) => void,
  offered = true,
) =>
  Mention.extend({
    name,
    addAttributes: () => ({ kind: { default: 'person' }, target: { default: '' }, label: { default: '' } }),
    parseHTML: () => [
      { tag: `span[data-tag="${name}"]` },
      // As the server renders them.
      ...kindsOf[sign]!.map((kind) => ({
        tag: `span.tag[data-kind="${kind}"]`,
        getAttrs: (span: HTMLElement) => ({ kind, target: span.dataset.target, label: span.textContent }),
      })),
    ],
    renderHTML: ({ node }) => [
      'span',
      { class: 'tag', 'data-tag': name, 'data-kind': node.attrs.kind as string },
      String(node.attrs.label),
    ],
    renderText: ({ node }) => String(node.attrs.label),
  }).configure({
    suggestion: {
      ...tagSuggestion(conversation, sign, name, show),
      pluginKey: new PluginKey(name),
      allow: () => offered,
    },
  });

/** Stock replies after a semicolon and a letter: the chosen one is filled by the server for this conversation. */
const stockReplies = (conversation: string, show: (choice: Choice | null) => void) =>
  Extension.create({
    name: 'stockReplies',
    addProseMirrorPlugins() {
      return [
        Suggestion<Taggable>({
          ...tagSuggestion(conversation, ';', 'tagThing', show),
          editor: this.editor,
          pluginKey: new PluginKey('stockReplies'),
          char: ';',
          allow: ({ state, range }) => /^;[a-z]/i.test(state.doc.textBetween(range.from, range.to)),
          items: async ({ query }) => {
            const all = await queries
              .fetchQuery({
                queryKey: keys.stock,
                queryFn: () => taken(api.GET('/api/stock-replies')),
                staleTime: 300_000,
              })
              .catch(() => []);
            const typed = query.toLowerCase();
            return all
              .filter((s) => s.name.toLowerCase().includes(typed))
              .slice(0, 8)
              .map((s) => ({ kind: 'stock', target: s.id, text: s.name, detail: s.body, sees: true, ways: [] }));
          },
          command: ({ editor, range, props }) => {
            const reply = (props as unknown as Taggable).target;
            editor.chain().focus().deleteRange(range).run();
            taken(
              api.GET('/api/conversations/{id}/stock-replies/{reply}', {
                params: { path: { id: conversation, reply } },
              }),
            )
              .then(({ body, unfilled }) => {
                const paragraphs = body
                  .split(/\n{2,}/)
                  .map((text) => ({ type: 'paragraph', content: [{ type: 'text', text }] }));
                editor.commands.insertContent(paragraphs);
                if (unfilled.length > 0) say(texts.isNotKnownHere(unfilled.join(', ')));
              })
              .catch(sayWrong);
          },
        }),
      ];
    },
  });

const tools: [string, typeof Bold, string, (e: TiptapEditor) => void][] = [
  [texts.bold, Bold, 'bold', (e) => e.chain().focus().toggleBold().run()],
  [texts.italic, Italic, 'italic', (e) => e.chain().focus().toggleItalic().run()],
  [texts.strike, Strikethrough, 'strike', (e) => e.chain().focus().toggleStrike().run()],
  [texts.code, Code, 'code', (e) => e.chain().focus().toggleCode().run()],
  [texts.list, List, 'bulletList', (e) => e.chain().focus().toggleBulletList().run()],
  [texts.numberedList, ListOrdered, 'orderedList', (e) => e.chain().focus().toggleOrderedList().run()],
  [texts.table, Table, 'table', (e) => insertTable(e)],
];

/** Typed as in Markdown: one # is the first heading below the name of the sheet. */
const typedHeadings = Extension.create({
  name: 'typedHeadings',
  priority: 1100,
  addInputRules() {
    return [
      textblockTypeInputRule({
        find: /^(#{1,4})\s$/,
        type: this.editor.schema.nodes.heading!,
        getAttributes: (match) => ({ level: match[1]!.length + 1 }),
      }),
    ];
  },
});

/** A heading below the name of the sheet, and one below that. */
const headings: typeof tools = [
  [texts.heading, Heading, 'heading', (e) => e.chain().focus().toggleHeading({ level: 2 }).run()],
  [texts.smallerHeading, Heading2, 'smaller', (e) => e.chain().focus().toggleHeading({ level: 3 }).run()],
];

/** The editor of a composer: rich text that is Markdown underneath, with tags after @ and #. */
export const Editor = forwardRef<EditorHandle, Props>(
  ({ conversation, placeholder, label, initial, autoFocus, stock, page, onChange, onSend }, ref) => {
    const [choice, setChoice] = useState<Choice | null>(null);
    const sending = useRef(onSend);
    sending.current = onSend;
    const [, redraw] = useState(0);
    const editor = useEditor({
      injectCSS: false,
      extensions: [
        StarterKit.configure({
          heading: page ? { levels: [2, 3, 4, 5] } : false,
          link: { openOnClick: false, autolink: true, protocols: ['http', 'https', 'mailto', 'tel'] },
        }),
        Placeholder.configure({ placeholder }),
        ...tables,
        links,
        // Nobody is told of a page: who is named in it already stays, and nobody is offered.
        tagNode('tagPerson', '@', conversation, setChoice, !page),
        tagNode('tagThing', '#', conversation, setChoice),
        ...(page ? [typedHeadings] : []),
        ...(stock ? [stockReplies(conversation, setChoice)] : []),
      ],
      content: (initial as DocNode) ?? '',
      editorProps: {
        attributes: {
          role: 'textbox',
          'aria-multiline': 'true',
          'aria-label': label,
          class: page ? 'said sheet min-h-[40vh] px-1 py-2' : 'said max-h-[34vh] overflow-y-auto px-2.5 py-1.5',
        },
        handleKeyDown: (view, event) => {
          if (takeOutRest(view.state, view.dispatch, event.key)) return true;
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
            sending.current();
            return true;
          }
          if (event.key === 'Escape') (document.activeElement as HTMLElement | null)?.blur();
          return false;
        },
      },
      onUpdate: ({ editor: e }) => onChange(e.isEmpty, e.getJSON()),
      onTransaction: () => redraw((n) => n + 1),
    });
    useImperativeHandle(ref, () => ({
      focus: () => {
        if (!editor || editor.isDestroyed) return false;
        // At once, and not with the next frame as its own command does: what is typed or selected meanwhile would
        // lose its place.
        const { view, state } = editor;
        view.dispatch(state.tr.setSelection(Selection.atEnd(state.doc)).scrollIntoView());
        view.focus();
        for (const [i, typed] of typedAhead.take().entries()) {
          // Ctrl+Enter was pressed before there was anything that could send.
          if (i > 0) sending.current();
          if (typed) editor.commands.insertContent(paragraphsOf(typed));
        }
        return true;
      },
      markdown: () => (editor ? toMarkdown(editor.getJSON() as DocNode) : ''),
      clear: () => editor?.commands.clearContent(true),
      restore: (doc) => editor?.commands.setContent(doc as DocNode),
      doc: () => editor?.getJSON(),
      focused: () => editor?.isFocused ?? false,
      tag: (typed, { kind, id, name }) => {
        let done = false;
        editor?.state.doc.descendants((node, at) => {
          const from = done || !node.isText ? -1 : node.text!.toLowerCase().indexOf(typed.toLowerCase());
          if (from < 0) return;
          done = true;
          editor
            .chain()
            .insertContentAt(
              { from: at + from, to: at + from + typed.length },
              { type: 'tagPerson', attrs: { kind, target: id, label: `@${name}` } },
            )
            .run();
        });
      },
    }));
    useEffect(() => {
      // The editor's own way comes a frame later, into what somebody has begun beside it. One that was drawn too long
      // before it was shown is replaced by another.
      if (!editor || editor.isDestroyed || !autoFocus) return;
      if (!needsFocus(document.activeElement, editor.view.dom)) editor.view.focus();
    }, [editor, autoFocus]);
    useEffect(() => () => setChoice(null), []);
    const active = (e: TiptapEditor, mark: string) =>
      mark === 'heading'
        ? e.isActive('heading', { level: 2 })
        : mark === 'smaller'
          ? e.isActive('heading', { level: 3 })
          : e.isActive(mark);
    return (
      <div className={page ? 'flex flex-col-reverse' : undefined}>
        <EditorContent editor={editor} />
        {/* Always there, so that nothing moves as the focus comes and goes. */}
        {editor ? (
          <div
            role="toolbar"
            aria-label={texts.format}
            className={cx(
              'flex flex-wrap gap-0.5 px-1 py-0.5',
              page ? 'sticky top-0 z-10 border-b bg-surface font-sans' : 'border-t',
            )}
          >
            {(page ? [...headings, ...tools] : tools).map(([name, Icon, mark, run]) => (
              <button
                key={name}
                type="button"
                title={name}
                aria-label={name}
                aria-pressed={active(editor, mark)}
                onMouseDown={(e) => e.preventDefault()}
                onClick={() => run(editor)}
                className={cx(
                  'grid size-6 place-items-center rounded-[3px] hover:text-ink max-md:size-11',
                  active(editor, mark) ? 'bg-wren-wash text-wren' : 'text-soft',
                )}
              >
                <Icon size={14} />
              </button>
            ))}
            {inTable(editor)
              ? tableActs.map(([name, run]) => (
                  <button
                    key={name}
                    type="button"
                    onMouseDown={(e) => e.preventDefault()}
                    onClick={() => run(editor)}
                    className="min-h-6 rounded-[3px] px-1.5 text-[12.5px] text-soft hover:text-ink max-md:min-h-[44px]"
                  >
                    {name}
                  </button>
                ))
              : null}
          </div>
        ) : null}
        {choice && choice.items.length > 0 ? (
          <ul
            role="listbox"
            aria-label={texts.tags}
            className={cx(
              'fixed z-50 max-h-72 w-80 overflow-auto rounded-card border border-soft/40',
              'bg-surface p-1 font-sans text-[14px] leading-[1.45] shadow-md',
            )}
            style={{
              // Within its own lane: what stands in the other one stays in sight.
              left: Math.max(
                4,
                Math.min(choice.at.left, (editor?.view.dom.getBoundingClientRect().right ?? window.innerWidth) - 322),
              ),
              // Above the words, as composers stand at the foot; below them where there is no room.
              ...(choice.at.top > 300
                ? { bottom: window.innerHeight - choice.at.top + 4 }
                : { top: choice.at.bottom + 4 }),
            }}
          >
            {choice.items.map((item, i) => (
              <li
                key={item.kind + item.target}
                role="option"
                aria-selected={i === choice.chosen}
                onMouseDown={(e) => {
                  e.preventDefault();
                  choice.pick(item);
                }}
                className={cx('cursor-pointer rounded-[3px] px-2 py-1', i === choice.chosen && 'bg-wren-wash')}
              >
                <span className="block font-semibold">{item.text}</span>
                <span className="block truncate text-[12.5px] text-soft">
                  {item.detail}
                  {item.sees ? '' : texts.cannotSeeThisYet}
                </span>
              </li>
            ))}
          </ul>
        ) : null}
      </div>
    );
  },
);
Editor.displayName = 'Editor';
