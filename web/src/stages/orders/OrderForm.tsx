import { contract, type Order, type Problem } from '@ember-slate/contract';
import { addDays, instantOn } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { useMemo, useState } from 'react';
import { useDraft, useKept } from '../../app/draft.ts';
import { useChange, useRead } from '../../app/api.ts';
import { useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { say, useAct } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { DayField, errorsByPath, MoneyField, TextField, TimeField } from '../../parts/Field.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { useForms, useWant } from '../../parts/forms.ts';
import { draftFrom, emptyLine, lineOf, type Draft, type NewLine } from './draft.ts';
import { LineFields } from './LineFields.tsx';
import { changeFor, PromiseLine, usePromise } from './Promise.tsx';
import { Recall } from './Recall.tsx';
import { Said } from './Said.tsx';
import { weekdayNames } from './weekdays.ts';

const alive = (order: Order) => order.lines.filter((l) => l.state !== 'handed' && l.state !== 'cancelled');

/** Takes an order, or changes one: who, when, the note, and each line that is not cut yet. */
export function OrderForm({
  order,
  onDone,
  onFresh = () => undefined,
}: {
  order: Order | null;
  onDone: () => void;
  /** A new form is wanted: this one is saved. */
  onFresh?: () => void;
}) {
  const { shop } = useShop();
  const { today, local } = useTimes();
  const forms = useForms();
  const want = useWant();
  const book = useSpecies();
  const nameOf = (id: string) => shortName(book.get(id)?.name ?? id);
  const act = useAct();
  const { data: customers } = useRead(contract.orders.customers);
  const take = useChange(contract.orders.take);
  const edit = useChange(contract.orders.edit);
  const weekly = useChange(contract.orders.keepStanding);
  const soon = () => {
    const at = local(order?.dueAt ?? new Date(Date.now() + 2 * 3_600_000));
    return { day: today(at), time: at.getHours() * 60 + (order ? at.getMinutes() : 0) };
  };
  const kept = useDraft(order ? `order ${order.id}` : 'order');
  const [version, setVersion] = useKept(kept, 'version', order?.version ?? 0);
  const [customer, setCustomer] = useKept(kept, 'customer', order?.customer ?? '');
  const [phone, setPhone] = useKept(kept, 'phone', order?.phone ?? '');
  const [dueDay, setDueDay] = useKept(kept, 'dueDay', () => soon().day);
  const [dueTime, setDueTime] = useKept<number | null>(kept, 'dueTime', () => soon().time);
  const [remarks, setRemarks] = useKept(kept, 'remarks', order?.remarks ?? '');
  const [deposit, setDeposit] = useKept<number | null>(kept, 'deposit', null);
  const [depositPay, setDepositPay] = useKept<'cash' | 'card'>(kept, 'depositPay', 'cash');
  const [often, setOften] = useKept<'once' | 'weekly'>(kept, 'often', 'once');
  const [drafts, setDrafts] = useKept<readonly Draft[]>(kept, 'drafts', () =>
    order ? alive(order).map((l) => draftFrom(l, true)) : [emptyLine()],
  );
  const [problem, setProblem] = useState<Problem | null>(null);
  const errors = errorsByPath(problem);
  const dueAt = useMemo(
    () => (dueTime === null ? null : instantOn(dueDay, dueTime, shop).toISOString()),
    [dueDay, dueTime, shop],
  );
  const lines = useMemo(() => drafts.map((d) => lineOf(d, forms)), [drafts, forms]);
  // What is cut or on the board is promised by lying there.
  const asked = useMemo(
    () => drafts.flatMap((d, i) => (!d.fixed && lines[i] ? [{ key: d.key, line: lines[i] }] : [])),
    [drafts, lines],
  );
  const askedLines = useMemo(() => asked.map((a) => a.line), [asked]);
  const promises = usePromise(askedLines, dueAt, order?.id ?? null);
  const known = customers?.find((c) => c.name === customer);

  const fresh = () => {
    kept.forget();
    onFresh();
  };
  const submit = async (over = version) => {
    if (dueAt === null) return;
    const who = { customer, phone, remarks };
    // A line half filled in goes as it is: the server says what is missing, beside its field.
    const asTyped = drafts.map((d, i) => {
      const { speciesId, form, use } = d;
      return {
        ...(lines[i] ?? { speciesId, form, use, pieces: 0, pieceGrams: 0, totalGrams: null }),
        id: d.id,
      };
    });
    const onlyNew = asTyped.map(({ id: _id, ...l }) => l);
    setProblem(null);
    if (order) {
      const changed = await edit.send({ ...who, dueAt, version: over, lines: asTyped }, { id: order.id });
      if (!changed.ok) return setProblem(changed.problem);
      kept.forget();
    } else if (often === 'weekly') {
      const weekday = new Date(`${dueDay}T00:00:00Z`).getUTCDay();
      const kept = await weekly.send({ ...who, weekday, minutes: dueTime!, from: dueDay, lines: onlyNew });
      if (!kept.ok) return setProblem(kept.problem);
      act(say({ text: `${customer} has this every ${weekdayNames[weekday]!}`, problem: false }));
      fresh();
    } else {
      const taken = await take.send({ ...who, dueAt, deposit: deposit ?? 0, depositPay, lines: onlyNew });
      if (!taken.ok) return setProblem(taken.problem);
      act(say({ text: `Order ${taken.data.number} taken for ${customer}`, problem: false }));
      fresh();
    }
    onDone();
  };

  const leave = () => {
    kept.forget();
    onDone();
  };

  const choose = (name: string) => {
    setCustomer(name);
    const found = customers?.find((c) => c.name === name);
    if (found) setPhone(found.phone);
  };
  const set = (key: number, change: Partial<Draft>) =>
    setDrafts((had) => had.map((x) => (x.key === key ? { ...x, ...change } : x)));
  return (
    <form
      aria-label={order ? `Change order ${order.number}` : 'New order'}
      onSubmit={(e) => {
        e.preventDefault();
        void submit();
      }}
    >
      <h2 className="pb-2 text-big">{order ? `Change order ${order.number}` : 'Take an order'}</h2>
      <Said
        onTake={(said, day, minutes) => {
          setDrafts((had) => [...had.filter((d) => d.id !== null || d.speciesId !== ''), ...said]);
          if (day !== null) setDueDay(day);
          if (minutes !== null) setDueTime(minutes);
        }}
      />
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
      </div>
      {known && !order && (
        <Recall
          id={known.id}
          onAgain={(had) =>
            setDrafts((now) => [
              ...now.filter((d) => d.speciesId !== ''),
              ...had.map((l) => draftFrom(l, false)),
            ])
          }
        />
      )}
      <div className="grid grid-cols-2 gap-x-5">
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
      {drafts.map((d, i) => {
        const at = asked.findIndex((a) => a.key === d.key);
        return (
          <div key={d.key}>
            <LineFields
              draft={d}
              set={(change) => set(d.key, change)}
              errors={Object.fromEntries(
                Object.entries(errors)
                  .filter(([p]) => p.startsWith(`lines.${i}.`))
                  .map(([p, m]) => [p.split('.')[2]!, m]),
              )}
              remove={drafts.length > 1 ? () => setDrafts((had) => had.filter((x) => x.key !== d.key)) : null}
            />
            {!d.fixed && (
              <PromiseLine
                promise={at === -1 ? undefined : promises?.[at]}
                dueAt={dueAt}
                onOffer={(near) => {
                  set(d.key, changeFor(d, near));
                  if (near.kind !== 'sooner' && near.kind !== 'later') return;
                  const when = local(near.dueAt);
                  const minutes = when.getHours() * 60 + when.getMinutes();
                  const step = near.kind === 'sooner' ? Math.floor(minutes / 15) : Math.ceil(minutes / 15);
                  setDueDay(step === 96 ? addDays(today(when), 1) : today(when));
                  setDueTime((step % 96) * 15);
                }}
              />
            )}
          </div>
        );
      })}
      <button type="button" className="why pt-1" onClick={() => setDrafts((had) => [...had, emptyLine()])}>
        one more line
      </button>
      <TextField className="pt-2" label="Note" value={remarks} onChange={setRemarks} error={errors.remarks} />
      {!order && (
        <div className="grid grid-cols-2 gap-x-5">
          <Choice
            label="How often"
            value={often}
            onChange={setOften}
            options={[
              { value: 'once', name: 'Once' },
              { value: 'weekly', name: 'Every week' },
            ]}
          />
          {often === 'once' && (
            <MoneyField
              label={`Deposit, ${shop.currency}`}
              value={deposit}
              onChange={setDeposit}
              error={errors.deposit}
            />
          )}
          {often === 'once' && (deposit ?? 0) > 0 && (
            <Choice
              label="Deposit paid by"
              value={depositPay}
              onChange={setDepositPay}
              options={[
                { value: 'cash', name: 'cash' },
                { value: 'card', name: 'card' },
              ]}
            />
          )}
        </div>
      )}
      {problem && (
        <Stale
          problem={problem}
          names={{ customer: 'Customer', phone: 'Phone', dueAt: 'Due', remarks: 'Note', lines: 'Lines' }}
          mine={{ customer, phone, dueAt, remarks, lines }}
          kinds={{
            dueAt: 'moment',
            lines: (all: readonly (Order['lines'][number] | NewLine | null)[]) =>
              all.map((l) => (l ? `${want(l)}, ${nameOf(l.speciesId)}` : 'not complete')).join('; '),
          }}
          onKeep={(over) => {
            setVersion(over);
            void submit(over);
          }}
          onTheirs={leave}
        />
      )}
      {problem && problem.code !== 'stale' && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex gap-3">
        <Button submit kind="main" busy={take.busy || edit.busy || weekly.busy}>
          {order ? 'Change it' : often === 'weekly' ? 'Keep it for every week' : 'Take the order'}
        </Button>
        {order && <Button onPress={leave}>Leave it</Button>}
        {!order && kept.kept && <Button onPress={fresh}>Throw away</Button>}
      </div>
    </form>
  );
}
