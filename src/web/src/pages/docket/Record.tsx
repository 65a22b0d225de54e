import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { at } from '../../api/at';
import { type FiledSum, api, taken } from '../../api/client';
import { exact, moment } from '../../ui/time';
import { filingKinds } from '../../conversations/Filing';
import { minutesInWords } from '../../conversations/queues/board';
import { MomentField } from '../../ui/MomentField';
import { Button, Panel } from '../../ui/controls';
import * as texts from './texts';

const names: Record<string, string> = Object.fromEntries(filingKinds);

function Sums({ title, sums }: { title: string; sums: FiledSum[] }) {
  return (
    <table className="w-full text-[13px]">
      <caption className="text-left text-[12.5px] font-bold text-soft">{title}</caption>
      <tbody>
        {sums.map((s) => (
          <tr key={s.name} className="border-t">
            <th scope="row" className="py-0.5 text-left font-normal">
              {names[s.name] ?? s.name}
            </th>
            <td className="text-right text-soft">{s.count}</td>
            <td className="w-20 text-right">{minutesInWords(s.minutes)}</td>
            <td className="w-24 text-right text-soft">{texts.billed(minutesInWords(s.billable))}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What is filed of a docket, with its sums; and its talk as a file. */
export function Record({ reference }: { reference: string }) {
  const { data } = useQuery({
    queryKey: ['record', reference],
    queryFn: () => taken(api.GET('/api/dockets/{reference}/record', { params: { path: { reference } } })),
  });
  const [inside, setInside] = useState(false);
  const [since, setSince] = useState('');
  const [until, setUntil] = useState('');
  const query = new URLSearchParams({ inside: String(inside), ...(since && { since }), ...(until && { until }) });
  const exported = (format: string) => at(`/api/dockets/${reference}/exports/${format}?${query}`);
  const link = 'rounded-card border px-2.5 py-0.5 hover:border-soft';
  return (
    <div className="flex flex-wrap items-center gap-1.5 text-[13px]">
      {data && data.rows.length > 0 ? (
        <Panel
          label={texts.record}
          align="end"
          className="max-h-[70vh] w-[min(560px,92vw)] overflow-auto"
          trigger={<Button>{texts.filed(data.rows.length, minutesInWords(data.all.minutes))}</Button>}
        >
          <ol>
            {data.rows.map((r) => (
              <li key={r.entry} className="border-b py-1.5 last:border-0">
                <Link to={`/dockets/${reference}?entry=${r.entry}`} className="hover:underline">
                  <b>{names[r.filing.kind]}</b> {r.words}
                </Link>
                <span className="block text-[12.5px] text-soft" title={exact(r.at)}>
                  {r.author}, {r.audience}, {moment(r.at)}; {minutesInWords(r.filing.minutes)}
                  {r.filing.billable ? texts.billedAfter : ''}
                </span>
              </li>
            ))}
          </ol>
          <div className="mt-2 grid gap-2">
            <Sums title={texts.byPerson} sums={data.byPerson} />
            <Sums title={texts.byKind} sums={data.byKind} />
            <a href={at(`/api/dockets/${reference}/record/file`)} className={link} download>
              {texts.recordAsCsv}
            </a>
          </div>
        </Panel>
      ) : (
        <span className="text-soft">{texts.nothingFiledYet}</span>
      )}
      <Panel
        label={texts.exportTheConversations}
        align="end"
        className="w-72"
        trigger={<Button look="quiet">{texts.exportIt}</Button>}
      >
        <div className="grid gap-2">
          <label className="flex min-h-7 items-center gap-2">
            <input type="checkbox" checked={inside} onChange={(e) => setInside(e.target.checked)} />{' '}
            {texts.includeInternalNotes}
          </label>
          <div className="grid grid-cols-2 gap-2">
            <MomentField
              dayOnly
              label={texts.from}
              sense="past"
              value={since}
              onChange={(day) => setSince(day ?? '')}
            />
            <MomentField dayOnly label={texts.to} sense="past" value={until} onChange={(day) => setUntil(day ?? '')} />
          </div>
          <a href={exported('html')} className={link} download>
            {texts.aPageReadPrint}
          </a>
          <a href={exported('mbox')} className={link} download>
            {texts.itsMailMbox}
          </a>
          <a href={exported('jsonl')} className={link} download>
            {texts.allProgramsJsonLines}
          </a>
          <p className="text-[12.5px] text-soft">{texts.theExportRecordedLog}</p>
        </div>
      </Panel>
    </div>
  );
}
