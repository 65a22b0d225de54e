import { useQuery } from '@tanstack/react-query';
import { type ChangeEvent, useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { may } from '../../accounts/rights';
import { type ImportJob, type Me, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Button, Wrong, cx } from '../../ui/controls';
import { moment } from '../../ui/time';
import { sayWrong } from '../../ui/toasts';
import { Outcome } from './Outcome';
import { Preview } from './Preview';
import * as texts from './texts';

const goesOn = (job?: ImportJob) => job?.state === 'running' || job?.state === 'taking-back';

/** Contacts, dockets and tasks of another program, brought along. */
export function ImportsPage({ me }: { me: Me }) {
  const { id } = useParams();
  const [params] = useSearchParams();
  const all = useQuery({
    queryKey: keys.imports,
    queryFn: () => taken(api.GET('/api/imports')),
    refetchInterval: (q) => (q.state.data?.some(goesOn) ? 1000 : false),
  });
  const chosen = all.data?.find((i) => i.id === id);
  return (
    <div className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto grid max-w-[1180px] grid-cols-[minmax(0,1fr)] gap-5 p-4 lg:grid-cols-[minmax(0,1fr)_280px]">
        <div className="grid min-w-0 content-start gap-4">
          <h1 className="text-[19px] font-bold tracking-tight">
            {chosen ? `${texts.title}: ${chosen.file}` : texts.title}
          </h1>
          {all.error && !all.data ? <Wrong error={all.error} again={() => void all.refetch()} /> : null}
          {id && chosen ? (
            chosen.state === 'chosen' ? (
              <Preview key={id} id={id} />
            ) : (
              <Outcome job={chosen} />
            )
          ) : (
            <Begin me={me} first={params.get('kind')} />
          )}
        </div>
        <nav aria-label={texts.earlier} className="min-w-0">
          <h2 className="mb-1 border-b pb-1 text-[13px] font-bold">{texts.earlier}</h2>
          {id ? (
            <Link to="/imports" className="block py-1 text-[13px] text-wren underline">
              {texts.choose}
            </Link>
          ) : null}
          {all.data?.length === 0 ? <p className="text-[13px] text-soft">{texts.noneYet}</p> : null}
          <ul>
            {all.data?.map((i) => (
              <li key={i.id} className="border-b text-[13px] last:border-0">
                <Link
                  to={`/imports/${i.id}`}
                  aria-current={i.id === id ? 'page' : undefined}
                  className={cx('block px-1.5 py-1.5 hover:bg-surface', i.id === id && 'bg-surface')}
                >
                  <b className="block truncate">{i.file}</b>
                  <span className={i.state === 'failed' ? 'text-late' : 'text-soft'}>
                    {texts.kinds[i.kind]}, {texts.states[i.state]}
                    {goesOn(i) && i.rows > 0 ? ` ${Math.round((100 * i.taken) / i.rows)} %` : ''}
                  </span>
                  <span className="block text-soft">{texts.by(i.by?.firstName ?? texts.somebody, moment(i.at))}</span>
                </Link>
              </li>
            ))}
          </ul>
        </nav>
      </div>
    </div>
  );
}

/** The choice of what is in a file, and of the file. */
function Begin({ me, first }: { me: Me; first: string | null }) {
  const offered = may(me, 'manage-contacts') ? ['contacts', 'dockets', 'tasks'] : ['tasks'];
  const [kind, setKind] = useState(first && offered.includes(first) ? first : offered[0]!);
  const [reading, setReading] = useState(false);
  const picker = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    setReading(true);
    try {
      const preview = await taken(
        api.POST('/api/imports', {
          params: { query: { kind, file: file.name } },
          // The bytes as they are: how they are encoded is told by them.
          body: file as never,
          bodySerializer: () => file,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      );
      queries.setQueryData(keys.import(preview.import.id), preview);
      await queries.invalidateQueries({ queryKey: keys.imports, exact: true });
      void navigate(`/imports/${preview.import.id}`);
    } catch (wrong) {
      sayWrong(wrong);
    } finally {
      setReading(false);
    }
  };
  return (
    <div className="grid max-w-[640px] gap-3">
      <p className="text-soft">{texts.about}</p>
      <fieldset className="grid gap-1">
        <legend className="mb-1 text-[13px] font-semibold">{texts.whatKind}</legend>
        {offered.map((k) => (
          <label
            key={k}
            className={cx(
              'flex min-h-[44px] cursor-pointer items-start gap-2 rounded-card border bg-surface p-2.5',
              k === kind && 'border-wren',
            )}
          >
            <input type="radio" name="kind" className="mt-1" checked={k === kind} onChange={() => setKind(k)} />
            <span>
              <b>{texts.kinds[k]}</b>
              <span className="block text-[13px] text-soft">{texts.kindHints[k]}</span>
            </span>
          </label>
        ))}
      </fieldset>
      <p>
        <input
          ref={picker}
          type="file"
          accept=".csv,.tsv,.txt,.vcf,text/csv,text/vcard,text/tab-separated-values"
          className="sr-only"
          tabIndex={-1}
          aria-label={texts.fileToImport}
          onChange={(e) => void choose(e)}
        />
        <Button look="main" disabled={reading} onClick={() => picker.current?.click()}>
          {reading ? texts.reading : texts.choose}
        </Button>
      </p>
    </div>
  );
}
