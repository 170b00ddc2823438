import type { Order } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { addDays, instantOn, weekdayName, weekdayOf } from '@ember-slate/core/calendar';
import { useMemo } from 'react';
import { useRead } from '../../app/api.ts';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { notify, useAppDispatch } from '../../app/store.ts';
import { useForms } from '../../parts/forms.ts';
import { draftFrom, emptyLine, errorsOfLine, lineOf, sentLine, type Draft } from './draft.ts';
import { usePromise } from './Promise.tsx';
import { say } from './say.ts';

interface Values {
  version: number;
  customer: string;
  phone: string;
  dueDay: string;
  /** Minutes after midnight. */
  dueTime: number | null;
  remarks: string;
  deposit: number | null;
  depositPay: 'cash' | 'card';
  often: 'once' | 'weekly';
  drafts: readonly Draft[];
}

const alive = (order: Order) => order.lines.filter((l) => l.state !== 'handed' && l.state !== 'cancelled');

interface Asked {
  order: Order | null;
  onDone: () => void;
  /** A new form is wanted: this one is saved. */
  onFresh: () => void;
}

/** The form an order is taken or changed with, and what the shop can promise of each of its lines. */
export function useOrderForm({ order, onDone, onFresh }: Asked) {
  const { shop } = useShop();
  const { today, local } = useTimes();
  const forms = useForms();
  const dispatch = useAppDispatch();
  const { data: customers } = useRead(routes.orders.customers);
  const draft = useDraft(order ? `order ${order.id}` : 'order');
  const instant = (v: Values) =>
    v.dueTime === null ? null : instantOn(v.dueDay, v.dueTime, shop).toISOString();
  const form = useForm({
    draft,
    opened: (): Values => {
      const at = local(order?.dueAt ?? new Date(Date.now() + 2 * 3_600_000));
      return {
        version: order?.version ?? 0,
        customer: order?.customer ?? '',
        phone: order?.phone ?? '',
        dueDay: today(at),
        dueTime: at.getHours() * 60 + (order ? at.getMinutes() : 0),
        remarks: order?.remarks ?? '',
        deposit: null,
        depositPay: 'cash',
        often: 'once',
        drafts: order ? alive(order).map((l) => draftFrom(l, true)) : [emptyLine()],
      };
    },
    route: (v) =>
      order ? routes.orders.edit : v.often === 'weekly' ? routes.orders.keepStanding : routes.orders.take,
    params: { id: order?.id ?? 0 },
    body: (v) => {
      const who = { customer: v.customer, phone: v.phone, remarks: v.remarks };
      const dueAt = instant(v) ?? '';
      if (order)
        return {
          ...who,
          dueAt,
          version: v.version,
          lines: v.drafts.map((d) => ({ ...sentLine(d, forms), id: d.id })),
        };
      const lines = v.drafts.map((d) => sentLine(d, forms));
      return v.often === 'weekly'
        ? { ...who, weekday: weekdayOf(v.dueDay), minutes: v.dueTime ?? 0, from: v.dueDay, lines }
        : { ...who, dueAt, deposit: v.deposit ?? 0, depositPay: v.depositPay, lines };
    },
    onDone: (answer, v) => {
      const said =
        v.often === 'weekly'
          ? say('has_this_every', { customer: v.customer, weekday: weekdayName(weekdayOf(v.dueDay)) })
          : 'number' in answer
            ? say('order_taken_for', { number: answer.number, customer: v.customer })
            : null;
      if (!order && said) dispatch(notify({ text: said, problem: false }));
      if (!order) onFresh();
      onDone();
    },
  });
  const { values, set } = form;
  const { drafts } = values;
  const dueAt = instant(values);
  const lines = useMemo(() => drafts.map((d) => lineOf(d, forms)), [drafts, forms]);
  // What is cut or on the board is promised by lying there.
  const asked = useMemo(
    () => drafts.flatMap((d, i) => (!d.fixed && lines[i] ? [{ key: d.key, line: lines[i] }] : [])),
    [drafts, lines],
  );
  const promises = usePromise(
    useMemo(() => asked.map((a) => a.line), [asked]),
    dueAt,
    order?.id ?? null,
  );
  const changeLine = (key: number, change: Partial<Draft>) =>
    set((had) => ({ drafts: had.drafts.map((x) => (x.key === key ? { ...x, ...change } : x)) }));
  return {
    form,
    draft,
    dueAt,
    /** What is laid beside what somebody else saved: the lines as they are, nothing for one that is not complete. */
    mine: { customer: values.customer, phone: values.phone, dueAt, remarks: values.remarks, lines },
    customers: customers ?? [],
    known: customers?.find((c) => c.name === values.customer),
    promiseOf: (key: number) => {
      const at = asked.findIndex((a) => a.key === key);
      return at === -1 ? undefined : promises?.[at];
    },
    errorsOf: (i: number) => errorsOfLine(form.errors, i),
    choose: (name: string) => {
      const found = customers?.find((c) => c.name === name);
      set({ customer: name, ...(found ? { phone: found.phone } : {}) });
    },
    changeLine,
    addLines: (more: readonly Draft[], keep: (d: Draft) => boolean) =>
      set((had) => ({ drafts: [...had.drafts.filter(keep), ...more] })),
    dropLine: (key: number) => set((had) => ({ drafts: had.drafts.filter((x) => x.key !== key) })),
    /** Another time of the order, to the quarter of an hour before or after it. */
    moveTo: (instantText: string, sooner: boolean) => {
      const when = local(instantText);
      const minutes = when.getHours() * 60 + when.getMinutes();
      const step = sooner ? Math.floor(minutes / 15) : Math.ceil(minutes / 15);
      set({ dueDay: step === 96 ? addDays(today(when), 1) : today(when), dueTime: (step % 96) * 15 });
    },
  };
}
