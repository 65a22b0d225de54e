import { useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { asHtml } from '../../api/at';
import { type DiscussionView, api, taken } from '../../api/client';
import { keys } from '../../api/queries';
import { AttachPanel, AttachedList, taking } from '../../conversations/Attachments';
import { Files } from '../../conversations/EntryFiles';
import { usePartyWriting } from '../../conversations/usePartyWriting';
import { Button, inputClass } from '../../ui/controls';
import { typedAhead } from '../../ui/keys';
import { NameTag } from '../../ui/tags';
import { exact, moment } from '../../ui/time';
import * as texts from '../texts';

/** What is said at a place of a sheet, as a customer or partner reads it and writes in it. */
export function PartyTalk({ discussion, firm }: { discussion: DiscussionView; firm: string }) {
  const id = discussion.conversation;
  const { text, write, post, sendable, wrong, waiting } = usePartyWriting(id);
  // Begun just now, one writes on at once.
  const begun = useRef(discussion.count === 0);
  const open = (box: HTMLTextAreaElement | null) => {
    if (!box || !begun.current) return;
    begun.current = false;
    box.focus();
    const typed = typedAhead.take();
    if (typed) write(text + typed);
  };
  const { data } = useQuery({
    queryKey: keys.conversation(id),
    queryFn: async () => ({
      talk: await taken(api.GET('/api/conversations/{id}/entries', { params: { path: { id } } })),
    }),
  });
  return (
    <>
      <ul className="grid max-h-[320px] gap-1.5 overflow-y-auto border-t bg-outside-ground px-2.5 py-2">
        {data?.talk.entries.map((e) => (
          <li key={e.id} className="rounded-card border bg-surface px-2 py-1.5">
            <p className="mb-0.5 flex items-center gap-1.5">
              {e.author ? <NameTag who={e.author} /> : null}
              <b>{e.author?.firstName}</b>
              <time dateTime={e.at} title={exact(e.at)} className="ml-auto text-[12px] text-soft">
                {moment(e.at)}
              </time>
            </p>
            <div className="said" dir="auto" dangerouslySetInnerHTML={asHtml(e.html)} />
            <Files entry={e} />
          </li>
        ))}
        {waiting.map((w) => (
          <li key={w.id} className="rounded-card border border-dashed border-soft px-2 py-1.5 text-soft">
            {w.body} <span className="block text-[12px]">{texts.sendingKeptUntilArrives}</span>
          </li>
        ))}
      </ul>
      <form
        className="border-t border-t-outside-line bg-outside px-2.5 py-2"
        onSubmit={(e) => {
          e.preventDefault();
          void post();
        }}
        {...taking(id)}
      >
        <textarea
          ref={open}
          aria-label={texts.writeTo(firm)}
          placeholder={texts.writeTo(firm)}
          className={inputClass}
          rows={2}
          maxLength={20000}
          value={text}
          onChange={(e) => write(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && (e.ctrlKey || e.metaKey) && void post()}
        />
        <AttachedList conversation={id} />
        {wrong ? (
          <p role="alert" className="text-late">
            {wrong}
          </p>
        ) : null}
        <p className="mt-1 flex items-center justify-end gap-1.5">
          <AttachPanel conversation={id} />
          <Button look="main" type="submit" disabled={!sendable}>
            {texts.send}
          </Button>
        </p>
      </form>
    </>
  );
}
