import { contract, type Order, type Problem } from '@ember-slate/contract';
import { instantOn } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { useMemo, useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { say, useAct } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { DayField, errorsByPath, TextField, TimeField, type Weight } from '../../parts/Field.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { useWant } from '../../parts/forms.ts';
import { emptyLine, lineOf, type Draft } from './draft.ts';
import { LineFields } from './LineFields.tsx';
import { PromiseLine, usePromise } from './Promise.tsx';
import { Said } from './Said.tsx';

/** Takes an order, or changes who, when and the note of one. */
export function OrderForm({ order, onDone }: { order: Order | null; onDone: () => void }) {
  const { shop } = useShop();
  const { today, local } = useTimes();
  const want = useWant();
  const act = useAct();
  const { data: customers } = useRead(contract.orders.customers);
  const take = useChange(contract.orders.take);
  const edit = useChange(contract.orders.edit);
  const soon = () => {
    const at = local(order?.dueAt ?? new Date(Date.now() + 2 * 3_600_000));
    return { day: today(at), time: at.getHours() * 60 + (order ? at.getMinutes() : 0) };
  };
  const [customer, setCustomer] = useState(order?.customer ?? '');
  const [phone, setPhone] = useState(order?.phone ?? '');
  const [dueDay, setDueDay] = useState(() => soon().day);
  const [dueTime, setDueTime] = useState<number | null>(() => soon().time);
  const [remarks, setRemarks] = useState(order?.remarks ?? '');
  const [drafts, setDrafts] = useState<readonly Draft[]>(() => [emptyLine()]);
  const [problem, setProblem] = useState<Problem | null>(null);
  const errors = errorsByPath(problem);
  const dueAt = useMemo(
    () => (dueTime === null ? null : instantOn(dueDay, dueTime, shop).toISOString()),
    [dueDay, dueTime, shop],
  );
  const lines = useMemo(() => drafts.map(lineOf), [drafts]);
  const complete = useMemo(() => lines.filter((l) => l !== null), [lines]);
  const promises = usePromise(order ? [] : complete, dueAt);
  let asked = -1;

  const submit = async () => {
    if (dueAt === null) return;
    const who = { customer, phone, dueAt, remarks };
    setProblem(null);
    if (order) {
      const changed = await edit.send({ ...who, version: order.version }, { id: order.id });
      if (!changed.ok) return setProblem(changed.problem);
    } else {
      // A line half filled in goes as it is: the server says what is missing, beside its field.
      const asTyped = lines.map((l, i) => {
        const { speciesId, form, use } = drafts[i]!;
        return l ?? { speciesId, form, use, pieces: 0, pieceGrams: 0, totalGrams: null };
      });
      const taken = await take.send({ ...who, lines: asTyped });
      if (!taken.ok) return setProblem(taken.problem);
      act(say({ text: `Order ${taken.data.number} taken for ${customer}`, problem: false }));
      setCustomer('');
      setPhone('');
      setRemarks('');
      setDrafts([emptyLine()]);
    }
    onDone();
  };

  const choose = (name: string) => {
    setCustomer(name);
    const known = customers?.find((c) => c.name === name);
    if (known) setPhone(known.phone);
  };
  return (
    <form
      aria-label={order ? `Change order ${order.number}` : 'New order'}
      onSubmit={(e) => {
        e.preventDefault();
        void submit();
      }}
    >
      <h2 className="pb-2 text-big">{order ? `Change order ${order.number}` : 'Take an order'}</h2>
      {!order && (
        <Said
          onTake={(said, day, minutes) => {
            setDrafts(said);
            if (day !== null) setDueDay(day);
            if (minutes !== null) setDueTime(minutes);
          }}
        />
      )}
      <div className="grid grid-cols-2 gap-x-5">
        <Picker
          free
          label="Customer"
          value={customer}
          onChange={choose}
          error={errors.customer}
          options={(customers ?? []).map((c) => ({ value: c.name, name: c.name, detail: c.phone }))}
        />
        <TextField
          label="Phone"
          type="tel"
          inputMode="tel"
          value={phone}
          onChange={setPhone}
          error={errors.phone}
        />
        <DayField
          label="For the day"
          value={dueDay}
          onChange={setDueDay}
          from={0}
          to={120}
          error={errors.dueAt}
        />
        <TimeField label="At" value={dueTime} onChange={setDueTime} />
      </div>
      {order ? (
        <ul className="pb-3 text-ink2">
          {order.lines.map((l) => (
            <li key={l.id}>
              {shortName(l.speciesName)}, {want(l)}
            </li>
          ))}
        </ul>
      ) : (
        drafts.map((d, i) => {
          if (lines[i]) asked++;
          return (
            <div key={d.key}>
              <LineFields
                draft={d}
                set={(change) =>
                  setDrafts((had) => had.map((x) => (x.key === d.key ? { ...x, ...change } : x)))
                }
                errors={Object.fromEntries(
                  Object.entries(errors)
                    .filter(([p]) => p.startsWith(`lines.${i}.`))
                    .map(([p, m]) => [p.split('.')[2]!, m]),
                )}
                remove={
                  drafts.length > 1 ? () => setDrafts((had) => had.filter((x) => x.key !== d.key)) : null
                }
              />
              <PromiseLine
                promise={lines[i] ? promises?.[asked] : undefined}
                onOffer={(near) => {
                  const weight = (grams: number | null): Weight | null =>
                    grams === null ? null : { grams, source: 'typed' };
                  const change: Partial<Draft> = {
                    speciesId: near.speciesId,
                    form: near.form,
                    pieces: near.pieces === null ? d.pieces : String(near.pieces),
                    each: weight(near.pieceGrams) ?? d.each,
                    total: weight(near.totalGrams) ?? d.total,
                    options: near.form === d.form ? d.options : [],
                  };
                  setDrafts((had) => had.map((x) => (x.key === d.key ? { ...x, ...change } : x)));
                  if (near.kind !== 'sooner') return;
                  const at = local(near.dueAt);
                  setDueDay(today(at));
                  setDueTime(Math.floor((at.getHours() * 60 + at.getMinutes()) / 15) * 15);
                }}
              />
            </div>
          );
        })
      )}
      {!order && (
        <button type="button" className="why pt-1" onClick={() => setDrafts((had) => [...had, emptyLine()])}>
          one more line
        </button>
      )}
      <TextField className="pt-2" label="Note" value={remarks} onChange={setRemarks} error={errors.remarks} />
      {problem && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex gap-3">
        <Button submit kind="main" busy={take.busy || edit.busy}>
          {order ? 'Change it' : 'Take the order'}
        </Button>
        {order && <Button onPress={onDone}>Leave it</Button>}
      </div>
    </form>
  );
}
