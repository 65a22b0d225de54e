import { useQuery } from '@tanstack/react-query';
import { FolderOpen, Pin as PinIcon } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { at } from '../api/at';
import { type ConversationView, type SharedView, api, taken } from '../api/client';
import { exact, moment } from '../ui/time';
import { Panel, cx, inputClass } from '../ui/controls';
import { sizeInWords } from './files';
import * as texts from './texts';

const kinds: [string, string][] = [
  ['all', texts.allIt],
  ['picture', texts.pictures],
  ['file', texts.files],
  ['link', texts.links],
  ['pin', texts.pins],
];

const orders: [string, string, (a: SharedView, b: SharedView) => number][] = [
  ['newest', texts.newestFirst, (a, b) => b.at.localeCompare(a.at)],
  ['name', texts.byName, (a, b) => a.name.localeCompare(b.name)],
  ['who', texts.byWho, (a, b) => (a.by?.name ?? '').localeCompare(b.by?.name ?? '') || b.at.localeCompare(a.at)],
];

/** All that was shared in a docket, or in a conversation that has none. */
export function SharedPanel({ conversation }: { conversation: ConversationView }) {
  return (
    <Panel
      label={texts.sharedFiles}
      align="end"
      className="max-h-[70vh] w-[min(460px,92vw)] overflow-auto"
      trigger={
        <button
          type="button"
          title={texts.sharedFilesPicturesLinks}
          aria-label={texts.sharedFiles}
          className="grid size-6 flex-none place-items-center rounded-[3px] hover:bg-surface max-md:size-11"
        >
          <FolderOpen size={14} />
        </button>
      }
    >
      <Shared id={conversation.id} reference={conversation.docket} />
    </Panel>
  );
}

function Shared({ id, reference }: { id: string; reference: string | null }) {
  const { data } = useQuery({
    queryKey: ['shared', reference ?? id],
    queryFn: () =>
      reference
        ? taken(api.GET('/api/dockets/{reference}/shared', { params: { path: { reference } } }))
        : taken(api.GET('/api/conversations/{id}/shared', { params: { path: { id } } })),
  });
  const [kind, setKind] = useState('all');
  const [order, setOrder] = useState('newest');
  const [typed, setTyped] = useState('');
  const [grid, setGrid] = useState(false);
  const words = typed.trim().toLowerCase();
  const list = (data ?? [])
    .filter((s) => (kind === 'all' || s.kind === kind) && `${s.name} ${s.by?.name ?? ''}`.toLowerCase().includes(words))
    .sort(orders.find((o) => o[0] === order)![2]);
  const pictures = list.filter((s) => s.kind === 'picture');
  return (
    <div>
      <div className="mb-1.5 flex flex-wrap items-center gap-1.5">
        <select
          aria-label={texts.kind}
          className={cx(inputClass, '!w-auto')}
          value={kind}
          onChange={(e) => setKind(e.target.value)}
        >
          {kinds.map(([value, name]) => (
            <option key={value} value={value}>
              {name}
            </option>
          ))}
        </select>
        <select
          aria-label={texts.order}
          className={cx(inputClass, '!w-auto')}
          value={order}
          onChange={(e) => setOrder(e.target.value)}
        >
          {orders.map(([value, name]) => (
            <option key={value} value={value}>
              {name}
            </option>
          ))}
        </select>
        <input
          aria-label={texts.filter}
          placeholder={texts.nameOrPerson}
          className={cx(inputClass, '!w-32 flex-1')}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
        <label className="flex min-h-7 items-center gap-1 text-[13px]">
          <input type="checkbox" checked={grid} onChange={(e) => setGrid(e.target.checked)} /> {texts.asPictures}
        </label>
      </div>
      {data && list.length === 0 ? (
        <p className="py-2 text-soft">{data.length === 0 ? texts.filesPicturesLinksPins : texts.nothingOfThisKind}</p>
      ) : null}
      {grid && pictures.length > 0 ? (
        <ul className="grid grid-cols-3 gap-1.5">
          {pictures.map((s) => (
            <li key={s.address + s.path}>
              <Link to={s.path} title={`${s.name}, ${s.by?.name ?? ''}, ${moment(s.at)}`}>
                <img
                  src={at(`${s.address}/thumbnail`)}
                  onError={(e) => {
                    // Of some pictures none that is small can be made.
                    if (!e.currentTarget.src.endsWith(s.address)) e.currentTarget.src = at(s.address);
                  }}
                  alt={s.name}
                  loading="lazy"
                  className="h-24 w-full rounded-[3px] border object-cover"
                />
              </Link>
            </li>
          ))}
        </ul>
      ) : null}
      <ul>
        {(grid ? list.filter((s) => s.kind !== 'picture') : list).map((s) => (
          <li key={s.address + s.path} className="flex items-baseline gap-2 border-b py-1 last:border-0">
            {s.kind === 'pin' ? (
              <Link
                to={s.path}
                className="min-w-0 flex-1 truncate underline decoration-line underline-offset-2 hover:decoration-wren"
              >
                <PinIcon size={12} aria-label={texts.pinned} className="mr-1 inline" />
                {s.name}
              </Link>
            ) : (
              <a
                href={at(s.address)}
                className="min-w-0 flex-1 truncate underline decoration-line underline-offset-2 hover:decoration-wren"
                {...(s.kind === 'link'
                  ? { target: '_blank', rel: 'noopener noreferrer nofollow' }
                  : { download: s.name })}
              >
                {s.name}
              </a>
            )}
            <Link to={s.path} className="flex-none text-[12.5px] text-soft hover:underline" title={exact(s.at)}>
              {s.by?.firstName}, {moment(s.at)}
              {s.size ? `, ${sizeInWords(s.size)}` : ''}, {s.audience}
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
