import { X } from 'lucide-react';
import { Link } from 'react-router';
import { IconButton, cx } from '../../ui/controls';
import { shownLength } from '../../ui/LengthField';
import { sayWrong } from '../../ui/toasts';
import { Head } from '../../tasks/panel';
import { Opened } from './Opened';
import { VisitForm } from './VisitForm';
import { OfferVisit, OnOurWay } from './VisitTelling';
import { readAgain, removeVisit, tellOnWay, useVisit } from './visit';
import * as texts from './texts';

/** A task that is done at its customer's: where and when, whether they know, and that we are on our way. */
export function VisitPart({ task }: { task: string }) {
  const data = useVisit(task);
  if (!data) return null;
  const { visit, parties } = data;
  const remove = async () => {
    try {
      await removeVisit(visit!);
      await readAgain();
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const asks = visit && (visit.state === 'planned' || visit.state === 'another-time');
  return (
    <>
      <Head name={texts.visit} note={visit ? '' : texts.none}>
        <Opened label={visit ? texts.change : texts.plan} quiet>
          {(done) => <VisitForm task={task} visit={visit} onDone={done} />}
        </Opened>
        {visit ? (
          <IconButton label={texts.remove} onClick={() => void remove()}>
            <X size={13} />
          </IconButton>
        ) : null}
      </Head>
      {visit ? (
        <div className="grid gap-1 text-[13px]">
          <p>
            <b className="font-semibold">{visit.window.words}</b>, {visit.place}
            {visit.wayMinutes > 0 ? (
              <span className="text-soft">, {texts.wayIs(shownLength(visit.wayMinutes))}</span>
            ) : null}
          </p>
          <p
            className={cx(
              visit.state === 'another-time' ? 'text-late' : visit.state === 'agreed' ? 'text-done' : 'text-soft',
            )}
          >
            {texts.states[visit.state]} {visit.reply ? texts.theyWrote(visit.reply) : ''}{' '}
            {visit.entry ? (
              <Link className="text-wren underline" to={`/entries/${visit.entry}`}>
                {texts.seeOffer}
              </Link>
            ) : null}
          </p>
          {parties.length > 0 ? (
            <p className="flex flex-wrap gap-1.5">
              {parties.map((p) => (
                <span key={p.conversation} className="contents">
                  {asks ? (
                    <Opened label={texts.offer(p.name)}>
                      {(done) => <OfferVisit visit={visit} party={p} onDone={done} />}
                    </Opened>
                  ) : null}
                  {visit.today && visit.state !== 'on-our-way' && (!visit.with || visit.with === p.conversation) ? (
                    <Opened label={texts.tellOnOurWay(p.name)}>
                      {(done) => <OnOurWay party={p} onSaid={() => tellOnWay(visit.task)} onDone={done} />}
                    </Opened>
                  ) : null}
                </span>
              ))}
            </p>
          ) : null}
        </div>
      ) : null}
    </>
  );
}
