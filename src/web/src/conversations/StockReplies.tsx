import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { v7 as newId } from 'uuid';
import { Refusal, type StockView, api, taken } from '../api/client';
import { useBegun } from '../api/meanwhile';
import { keys, queries, useStock } from '../api/queries';
import { Clashes } from '../ui/Clashes';
import { Button, Field, cx, inputClass } from '../ui/controls';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** Texts for repeated use: one's own, and those of the firm. */
export function StockReplies({ administrator }: { administrator: boolean }) {
  const { data } = useStock();
  const { data: fields = [] } = useQuery({
    queryKey: keys.stockFields,
    queryFn: () => taken(api.GET('/api/stock-fields')),
  });
  const [added, setAdded] = useState<StockView[]>([]);
  const all = [...(data ?? []), ...added.filter((a) => !data?.some((s) => s.id === a.id))];
  return (
    <div className="grid max-w-[860px] gap-3">
      <p className="text-soft">{texts.inReplyTypePart(fields.map((f) => `{${f}}`).join(', '))}</p>
      {all.map((s) => (
        <Stock key={s.id} stock={s} />
      ))}
      {data && all.length === 0 ? <p className="text-soft">{texts.noneYetSaveAnswers}</p> : null}
      <p className="flex gap-2">
        <Button
          onClick={() => setAdded((a) => [...a, { id: newId(), name: '', body: '', own: true, mayChange: true }])}
        >
          {texts.newForMe}
        </Button>
        {administrator ? (
          <Button
            onClick={() => setAdded((a) => [...a, { id: newId(), name: '', body: '', own: false, mayChange: true }])}
          >
            {texts.newForEverybody}
          </Button>
        ) : null}
      </p>
    </div>
  );
}

/** The page of stock replies for those who set nothing else up. */
export const StockPage = () => (
  <div className="min-h-0 flex-1 overflow-auto">
    <header className="border-b bg-surface px-4 py-2">
      <h1 className="text-[19px] font-bold tracking-tight">{texts.stockReplies}</h1>
    </header>
    <div className="p-4">
      <StockReplies administrator={false} />
    </div>
  </div>
);

function Stock({ stock }: { stock: StockView }) {
  const { value, set, changed, clashes, begin, send } = useBegun(stock);
  const { name, body } = value;
  const [wrong, setWrong] = useState('');
  const reread = () => queries.invalidateQueries({ queryKey: keys.stock });
  const save = async (event: FormEvent) => {
    event.preventDefault();
    try {
      begin(
        await send((mine, ifMatch) =>
          taken(
            api.PUT('/api/stock-replies/{id}', {
              params: { path: { id: stock.id }, header: { 'If-Match': ifMatch } },
              body: { name: mine.name, body: mine.body, own: stock.own },
            }),
          ),
        ),
      );
      setWrong('');
      await reread();
    } catch (refusal) {
      setWrong(refusal instanceof Refusal && refusal.status === 412 ? '' : (refusal as Error).message);
    }
  };
  const remove = () =>
    taken(api.DELETE('/api/stock-replies/{id}', { params: { path: { id: stock.id } } }))
      .then(reread)
      .catch(sayWrong);
  if (!stock.mayChange)
    return (
      <div className="rounded-card border bg-surface p-3">
        <b>{stock.name}</b> <span className="text-[12.5px] text-soft">{texts.forEverybody}</span>
        <p className="whitespace-pre-wrap text-soft">{stock.body}</p>
      </div>
    );
  return (
    <form
      onSubmit={(e) => void save(e)}
      aria-label={name || texts.newStockReply}
      className="grid gap-2 rounded-card border bg-surface p-3"
    >
      <Field
        label={stock.own ? texts.nameOnlyForMe : texts.nameForEverybody}
        required
        maxLength={60}
        value={name}
        onChange={(e) => set({ name: e.target.value })}
        className="max-w-80"
      />
      <label className="block">
        <span className="mb-0.5 block text-[13px] font-semibold">{texts.text}</span>
        <textarea
          required
          className={cx(inputClass, 'min-h-[72px]')}
          value={body}
          onChange={(e) => set({ body: e.target.value })}
        />
      </label>
      {wrong ? (
        <p role="alert" className="text-[13px] text-late">
          {wrong}
        </p>
      ) : null}
      <Clashes
        clashes={clashes}
        labels={{ name: texts.name, body: texts.text }}
        onTheirs={(field, theirs) => set({ [field]: theirs })}
      />
      <p className="flex gap-2">
        <Button type="submit" look={changed ? 'main' : 'plain'} disabled={!changed}>
          {texts.save}
        </Button>
        {stock.name ? (
          <Button look="quiet" onClick={() => void remove()}>
            {texts.removeTitle}
          </Button>
        ) : null}
      </p>
    </form>
  );
}
