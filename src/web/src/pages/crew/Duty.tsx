import { useState } from 'react';
import { v7 as newId } from 'uuid';
import { type CrewPageView, type DutyView, type Me, type RotaSetting, api, taken } from '../../api/client';
import { Choose } from '../../ui/Choose';
import { Button, Panel } from '../../ui/controls';
import { Firsts, Part } from '../../ui/Part';
import { NameTag } from '../../ui/tags';
import { exact, moment } from '../../ui/time';
import { sayWrong } from '../../ui/toasts';
import { RotaForm, fresh } from './RotaForm';
import { Swap, took } from './Swap';
import * as texts from './texts';

/** Who of a crew is on duty now and next, the swaps that wait for an answer, and the rotas behind it. */
export function Duty({ crew, me }: { crew: CrewPageView; me: Me }) {
  const [changing, setChanging] = useState<RotaSetting | null>(null);
  const now = crew.duties.filter((d) => d.now);
  const ahead = crew.duties.filter((d) => !d.now);
  return (
    <Part name={texts.onDuty}>
      {crew.rotas.length === 0 ? <p className="text-[13px] text-soft">{texts.noRota}</p> : null}
      {crew.rotas.length > 0 && now.length === 0 ? <p className="text-[13px] text-soft">{texts.nobodyNow}</p> : null}
      <ul className="grid gap-1">
        {now.map((d) => (
          <Turn key={d.line + d.slot} duty={d} crew={crew} me={me} />
        ))}
      </ul>
      {crew.swaps.length > 0 ? (
        <>
          <h3 className="mt-1.5 text-[12.5px] font-bold text-soft">{texts.swaps}</h3>
          <ul className="grid gap-1">
            {crew.swaps.map((s) => (
              <Swap key={s.id} swap={s} crew={crew.id} />
            ))}
          </ul>
        </>
      ) : null}
      {ahead.length > 0 ? (
        <>
          <h3 className="mt-1.5 text-[12.5px] font-bold text-soft">{texts.ahead}</h3>
          <Firsts className="grid gap-1">
            {ahead.map((d) => (
              <Turn key={d.line + d.slot} duty={d} crew={crew} me={me} />
            ))}
          </Firsts>
        </>
      ) : null}
      {crew.mayPlan ? (
        changing ? (
          <RotaForm
            key={changing.id}
            crew={crew}
            rota={changing}
            onDone={(page) => {
              if (page) took(page);
              setChanging(null);
            }}
          />
        ) : (
          <p className="mt-1.5 flex flex-wrap gap-1.5">
            {crew.rotas.map((r) => (
              <Button key={r.id} onClick={() => setChanging(r)}>
                {texts.changeRota(r.name)}
              </Button>
            ))}
            <Button onClick={() => setChanging(fresh(crew))}>{texts.addRota}</Button>
          </p>
        )
      ) : null}
    </Part>
  );
}

function Turn({ duty, crew, me }: { duty: DutyView; crew: CrewPageView; me: Me }) {
  return (
    <li className="flex items-start gap-1.5 text-[13px]">
      {duty.person ? <NameTag who={duty.person} /> : null}
      <span className="min-w-0 flex-1">
        <b>{duty.person?.firstName ?? texts.uncovered}</b> {duty.name}
        <span className="block text-soft" title={`${exact(duty.from)} – ${exact(duty.until)}`}>
          {duty.now ? texts.until(moment(duty.until)) : `${moment(duty.from)} – ${moment(duty.until)}`}
          {duty.reason ? ` · ${duty.reason}` : ''}
        </span>
      </span>
      {duty.mine ? <AskSwap duty={duty} crew={crew} me={me} /> : null}
    </li>
  );
}

/** Asks a colleague to take a turn of one's own, with or without one of theirs in return. */
function AskSwap({ duty, crew, me }: { duty: DutyView; crew: CrewPageView; me: Me }) {
  const [open, setOpen] = useState(false);
  const [id] = useState(() => newId());
  const [to, setTo] = useState('');
  const [back, setBack] = useState('');
  const rota = crew.rotas.find((r) => r.id === duty.line);
  const others = crew.members.filter((m) => m.person.id !== me.person.id && rota?.turns.includes(m.person.id!));
  const theirs = crew.duties.filter((d) => d.line === duty.line && d.person?.id === to && !d.now);
  const ask = async () => {
    try {
      took(
        await taken(
          api.POST('/api/crews/{crew}/swaps', {
            params: { path: { crew: crew.id } },
            body: { id, line: duty.line, slot: duty.slot, to, inReturn: back || null },
          }),
        ),
      );
      setOpen(false);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <Panel
      label={texts.swapTurn(duty.name, moment(duty.from))}
      align="end"
      open={open}
      onOpenChange={setOpen}
      trigger={<Button>{texts.swap}</Button>}
    >
      <div className="grid gap-2">
        <Choose
          label={texts.whoTakes}
          value={to}
          onChange={(v) => {
            setTo(v);
            setBack('');
          }}
        >
          <option value="" />
          {others.map((m) => (
            <option key={m.person.id} value={m.person.id!}>
              {m.person.name}
            </option>
          ))}
        </Choose>
        <Choose label={texts.inReturn} value={back} onChange={setBack}>
          <option value="">{texts.nothingInReturn}</option>
          {theirs.map((d) => (
            <option key={d.slot} value={d.slot}>
              {moment(d.from)}
            </option>
          ))}
        </Choose>
        <p className="text-right">
          <Button look="main" disabled={!to} onClick={() => void ask()}>
            {texts.askThem}
          </Button>
        </p>
      </div>
    </Panel>
  );
}
