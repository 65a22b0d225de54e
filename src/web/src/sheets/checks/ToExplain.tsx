import { useState } from 'react';
import type { SheetView } from '../../api/client';
import { Button, cx } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { moment } from '../../ui/time';
import * as texts from '../texts';
import { CheckForm } from './CheckForm';
import { type Checks, askAbout } from './checks';

type Props = {
  sheet: SheetView;
  checks: Checks;
  onCell: (row: number, column: number) => void;
  onDiscussion: (id: string) => void;
};

/** The values of a table that need explaining, by whom one can ask, and what is looked for. */
export function ToExplain({ sheet, checks, onCell, onDiscussion }: Props) {
  const [setting, setSetting] = useState(false);
  const people = [...new Map(checks.findings.map((f) => [f.person?.id ?? '', f.person])).entries()];
  return (
    <div className="min-h-0 flex-1 overflow-auto px-3 py-2 text-[13px]">
      {checks.checks.length === 0 ? <p className="mb-2 text-soft">{texts.noChecksYet}</p> : null}
      {checks.checks.length > 0 && checks.findings.length === 0 ? (
        <p className="mb-2 text-done">{texts.nothingToExplain}</p>
      ) : null}
      {people.map(([id, person]) => {
        const own = checks.findings.filter((f) => (f.person?.id ?? '') === id);
        const left = own.filter((f) => f.mayAsk).length;
        return (
          <section key={id} className="mb-3">
            <p className="mb-1 flex items-center gap-1.5">
              {person ? <NameTag who={person} /> : null}
              <b className="mr-auto">{person?.name ?? texts.namesNobody}</b>
              {person && left > 0 ? (
                <Button onClick={() => void askAbout(sheet.id, sheet.shown.number, person.id!)}>
                  {texts.askWhatHappened(left)}
                </Button>
              ) : null}
            </p>
            <ul className="grid gap-1">
              {own.map((f) => (
                <li key={`${f.row} ${f.column}`}>
                  <button
                    type="button"
                    onClick={() => onCell(f.row, f.column)}
                    className={cx(
                      'block w-full rounded-card border border-l-[3px] bg-surface px-2 py-1 text-left hover:border-soft',
                      f.explained ? 'border-l-done text-soft' : 'border-l-soon',
                    )}
                  >
                    <span className="flex items-baseline gap-2">
                      <b className="text-ink">{f.value || texts.empty}</b>
                      <span className={f.explained ? undefined : 'text-soon'}>{f.reason}</span>
                    </span>
                    <span className="block text-soft">
                      {f.name}, {f.columnName}
                    </span>
                  </button>
                  {f.question ? (
                    <p className="mt-0.5 px-2 text-[12.5px] text-soft">
                      {f.explained ? texts.explained : texts.questionStates[f.question.state]} {moment(f.question.at)}
                      {f.question.value === f.value ? '' : texts.wasWhenAsked(f.question.value || texts.empty)}{' '}
                      {f.question.discussion ? (
                        <Button look="quiet" onClick={() => onDiscussion(f.question!.discussion!)}>
                          {texts.show}
                        </Button>
                      ) : null}
                    </p>
                  ) : null}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      {setting ? (
        <CheckForm sheet={sheet} checks={checks} onDone={() => setSetting(false)} />
      ) : (
        <Button onClick={() => setSetting(true)}>
          {checks.checks.length > 0 ? texts.changeChecks(checks.checks.length) : texts.addChecks}
        </Button>
      )}
    </div>
  );
}
