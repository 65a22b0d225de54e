import { useState } from 'react';
import { v7 as newId } from 'uuid';
import { type DocketView, api, taken } from '../api/client';
import { Button, Panel } from '../ui/controls';
import { Choose } from '../ui/Choose';
import { act, useParties, useQueueNames } from './setting';
import * as texts from './docketTexts';

/** Lets a customer or partner take part in a docket: a conversation with them stands in its outside lane. */
export function AddParty({ docket }: { docket: DocketView }) {
  const [open, setOpen] = useState(false);
  const [id] = useState(() => newId());
  const [party, setParty] = useState('');
  const [queue, setQueue] = useState('');
  const { data: parties = [] } = useParties(open);
  const { data: queues = [] } = useQueueNames(open);
  const there = new Set(docket.conversations.map((c) => c.party?.name));
  const free = parties.filter((p) => !there.has(p.name));
  const add = () =>
    act(docket.ref, () =>
      taken(
        api.POST('/api/dockets/{reference}/parties', {
          params: { path: { reference: docket.ref } },
          body: { id, party, queue: queue || queues[0]?.id || null },
        }),
      ),
    ).then((done) => done && setOpen(false));
  return (
    <Panel
      label={texts.addCustomerPartner}
      align="end"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          className="mt-1.5 min-h-6 rounded-[3px] text-[13px] text-wren hover:underline max-md:min-h-[44px]"
        >
          {texts.addCustomerPartner}
        </button>
      }
    >
      <div className="grid gap-2">
        <Choose label={texts.who} value={party} onChange={setParty}>
          <option value="">{texts.choose}</option>
          {free.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </Choose>
        <Choose label={texts.theirMessagesGoTo} value={queue || (queues[0]?.id ?? '')} onChange={setQueue}>
          {queues.map((q) => (
            <option key={q.id} value={q.id}>
              {q.name}
            </option>
          ))}
        </Choose>
        <p className="text-[12.5px] text-soft">{texts.theySeeOnlyWhat}</p>
        <p className="text-right">
          <Button look="main" disabled={!party} onClick={() => void add()}>
            {texts.add}
          </Button>
        </p>
      </div>
    </Panel>
  );
}
