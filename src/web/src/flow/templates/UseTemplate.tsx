import { useState } from 'react';
import { Link } from 'react-router';
import { type DocketView, type Me, api, taken } from '../../api/client';
import { keepDraft } from '../../conversations/drafts';
import { refreshDocket } from '../../dockets/setting';
import { Choose } from '../../ui/Choose';
import { Button } from '../../ui/controls';
import { say } from '../../ui/toasts';
import { LaidOut } from './LaidOut';
import { firstMessage } from './firstMessage';
import { useLaidOut } from './useLaidOut';
import { useTemplates } from './useTemplates';
import { may } from '../../accounts/rights';
import { texts } from './useTexts';

type Props = { docket: DocketView; me: Me; onDone: () => void };

/** Adds what a template holds to a docket, as far as it is not there; or makes a template of the docket. */
export function UseTemplate({ docket, me, onDone }: Props) {
  const templates = (useTemplates().data ?? []).filter((t) => !t.retired && t.kind === docket.kindId);
  const [chosen, setChosen] = useState('');
  const [wrong, setWrong] = useState('');
  const laid = useLaidOut(chosen || null, { docket: docket.ref });
  const wanted = laid.wanted();
  const apply = async () => {
    try {
      const used = await taken(
        api.PUT('/api/dockets/{reference}/templates/{id}', {
          params: { path: { reference: docket.ref, id: chosen } },
          body: wanted,
        }),
      );
      refreshDocket(docket.ref);
      if (used.conversation && used.message) {
        keepDraft(used.conversation, { docket: docket.ref, doc: firstMessage(used.message) });
        if (used.unfilled.length > 0) say(texts.unfilled(used.unfilled));
      }
      say(texts.added(used.tasks, used.sheets));
      onDone();
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  const link = 'min-h-6 underline underline-offset-2 hover:text-ink';
  return (
    <div className="grid max-h-[70vh] gap-2 overflow-auto">
      {templates.length > 0 ? (
        <Choose label={texts.choose} value={chosen} onChange={setChosen}>
          <option value="">{texts.pick}</option>
          {templates.map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}
            </option>
          ))}
        </Choose>
      ) : (
        <p className="text-soft">{texts.none}</p>
      )}
      {chosen ? (
        <>
          <LaidOut laid={laid} />
          {laid.data?.message && docket.conversations.some((c) => c.party) ? (
            <p className="text-[13px] text-soft">{texts.message(laid.data.message)}</p>
          ) : null}
        </>
      ) : null}
      {wrong || laid.error?.message ? (
        <p role="alert" className="text-[13px] text-late">
          {wrong || laid.error?.message}
        </p>
      ) : null}
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[13px] text-soft">
        {may(me, 'keep-templates') ? (
          <>
            <Link className={link} to={`/templates?of=${docket.ref}`}>
              {texts.make}
            </Link>
            <Link className={link} to={`/templates?part=recurring&of=${docket.ref}`}>
              {texts.recur}
            </Link>
          </>
        ) : null}
        {chosen ? (
          <Button
            look="main"
            className="ml-auto"
            disabled={wanted.tasks.length + wanted.sheets.length === 0}
            onClick={() => void apply()}
          >
            {texts.add(wanted.tasks.length, wanted.sheets.length)}
          </Button>
        ) : null}
      </p>
    </div>
  );
}
