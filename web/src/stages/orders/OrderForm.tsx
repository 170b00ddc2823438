import { contract, type AnswerOf, type BodyOf, type Order, type Problem } from '@ember-slate/contract';
import { instantOn } from '@ember-slate/core/calendar';
import { formOf, offered, type FormId } from '@ember-slate/core/forms';
import { parseOrder, type ParsedLine } from '@ember-slate/core/orders';
import type { Use } from '@ember-slate/core/freshness';
import { shortName } from '@ember-slate/core/species';
import { useEffect, useMemo, useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { request } from '../../app/request.ts';
import { useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { say, useAct } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import {
  errorsByPath,
  SelectField,
  DayField,
  TextField,
  TimeField,
  WeightField,
  wholeNumber,
  type Weight,
} from '../../parts/Field.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { useForms, useWant } from '../../parts/forms.ts';
import { formOptions } from '../../parts/words.ts';

type NewLine = BodyOf<typeof contract.orders.take>['lines'][number];
type Answer = AnswerOf<typeof contract.orders.promise>[number];

const uses: readonly { value: Use; name: string }[] = [
  { value: 'raw', name: 'raw' },
  { value: 'steam', name: 'steam' },
  { value: 'grill', name: 'grill or roast' },
  { value: 'poach', name: 'poach or soup' },
  { value: 'fry', name: 'fry' },
];

interface Draft {
  key: number;
  speciesId: string;
  form: FormId;
  by: 'pieces' | 'total';
  pieces: string;
  each: Weight | null;
  total: Weight | null;
  use: Use;
  options: readonly string[];
}
let lastKey = 0;
const emptyLine = (): Draft => ({
  key: ++lastKey,
  speciesId: '',
  form: 'fillet_skin_on',
  by: 'pieces',
  pieces: '',
  each: null,
  total: null,
  use: 'grill',
  options: [],
});

/** A line as it was said, in the fields to correct it. */
const draftOf = (l: ParsedLine): Draft => ({
  ...emptyLine(),
  speciesId: l.speciesId ?? '',
  form: l.form ?? 'fillet_skin_on',
  by: l.totalGrams !== null ? 'total' : 'pieces',
  pieces: l.pieces === null ? '' : String(l.pieces),
  each: l.pieceGrams === null ? null : { grams: l.pieceGrams, source: 'typed' },
  total: l.totalGrams === null ? null : { grams: l.totalGrams, source: 'typed' },
  use: l.use ?? 'grill',
});

/** A line as the contract wants it, or null while it is not complete. */
function lineOf(d: Draft): NewLine | null {
  if (!d.speciesId) return null;
  if (d.by === 'total')
    return d.total
      ? {
          speciesId: d.speciesId,
          form: d.form,
          use: d.use,
          options: [...d.options],
          pieces: null,
          pieceGrams: null,
          totalGrams: d.total.grams,
        }
      : null;
  const pieces = wholeNumber(d.pieces);
  return pieces && d.each
    ? {
        speciesId: d.speciesId,
        form: d.form,
        use: d.use,
        options: [...d.options],
        pieces,
        pieceGrams: d.each.grams,
        totalGrams: null,
      }
    : null;
}

/** Asks the shop what graded stock could serve, a moment after the typing stops. */
function usePromise(lines: readonly NewLine[], dueAt: string | null): readonly Answer[] | null {
  const question = JSON.stringify({ dueAt, lines });
  const [answer, setAnswer] = useState<{ question: string; lines: readonly Answer[] } | null>(null);
  useEffect(() => {
    if (lines.length === 0 || dueAt === null) return;
    const ask = async () => {
      const outcome = await request<Answer[]>('POST', contract.orders.promise.path, JSON.parse(question));
      if (outcome.ok) setAnswer({ question, lines: outcome.data });
    };
    const timer = window.setTimeout(() => void ask(), 180);
    return () => window.clearTimeout(timer);
  }, [question, lines.length, dueAt]);
  return answer?.question === question ? answer.lines : null;
}

const answers: Record<Answer['answer'], string> = {
  yes: 'Yes',
  if: 'Yes, if',
  part: 'In part',
  no: 'No',
};
type Near = Answer['nearest'][number];

function PromiseLine({ promise, onOffer }: { promise: Answer | undefined; onOffer: (near: Near) => void }) {
  const want = useWant();
  const { when } = useTimes();
  if (!promise)
    return <p className="min-h-5 text-note text-ink3">can we promise it? say species, how much and when</p>;
  const words = (n: Near): string => {
    const what = want(n);
    if (n.kind === 'species') return `${shortName(n.speciesName)} instead: ${what}`;
    if (n.kind === 'sooner') return `by ${when(n.dueAt)}`;
    return what;
  };
  const fine = promise.answer === 'yes';
  return (
    <div className="min-h-5 text-note" role="status">
      <p>
        {!fine && <Lozenge />}{' '}
        <strong className={`font-figure text-body font-semibold ${fine ? 'text-rime' : 'text-embertext'}`}>
          {answers[promise.answer]}
        </strong>{' '}
        <span className="text-ink2">{promise.because}</span>
      </p>
      {promise.nearest.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 py-1">
          <span className="text-ink2">nearest that can be:</span>
          {promise.nearest.map((n) => (
            <button key={n.kind} type="button" className="why text-note" onClick={() => onOffer(n)}>
              {words(n)}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}

function LineFields({
  draft,
  set,
  errors,
  remove,
}: {
  draft: Draft;
  set: (change: Partial<Draft>) => void;
  errors: Record<string, string>;
  remove: (() => void) | null;
}) {
  const book = useSpecies();
  const forms = useForms();
  const mass = useMass();
  const form = formOf(forms, draft.form);
  const species = book.get(draft.speciesId);
  return (
    <div className="grid grid-cols-2 gap-x-5 border-t border-line pt-2">
      <Picker
        label="Species"
        value={draft.speciesId}
        onChange={(speciesId) => set({ speciesId })}
        error={errors.speciesId}
        options={[...book.values()].map((s) => ({ value: s.id, name: s.name, detail: s.asfis ?? '' }))}
      />
      <SelectField
        label="Form"
        value={draft.form}
        onChange={(id) => set({ form: id, options: [] })}
        error={errors.form}
        options={formOptions(species, forms)}
        note={form.norm}
      />
      <Choice
        label="Counted by"
        value={draft.by}
        onChange={(by) => set({ by })}
        options={[
          { value: 'pieces', name: 'Pieces' },
          { value: 'total', name: 'Weight' },
        ]}
      />
      <SelectField
        label="How it will be used"
        value={draft.use}
        onChange={(use) => set({ use })}
        options={uses}
        note={draft.use === 'raw' ? 'needs the freezing record' : ''}
      />
      {draft.by === 'pieces' ? (
        <>
          <TextField
            label={form.count === 'fish' ? 'Fish' : 'Pieces'}
            value={draft.pieces}
            onChange={(pieces) => set({ pieces })}
            inputMode="numeric"
            error={errors.pieces}
          />
          <WeightField
            label="Each about"
            value={draft.each}
            onChange={(each) => set({ each })}
            take={null}
            plain
            note={`usual ${mass(form.pieceG)}`}
            error={errors.pieceGrams}
          />
        </>
      ) : (
        <WeightField
          label="In all"
          value={draft.total}
          onChange={(total) => set({ total })}
          take={null}
          plain
          note="ready to take away"
          error={errors.totalGrams}
        />
      )}
      {form.options.length > 0 && (
        <fieldset className="col-span-2 flex flex-wrap gap-2 pb-2">
          <legend className="field-label">Done how</legend>
          {form.options.map((o) => {
            const on = draft.options.includes(o);
            return (
              <button
                key={o}
                type="button"
                aria-pressed={on}
                className={`btn btn-small ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                onClick={() =>
                  set({ options: on ? draft.options.filter((x) => x !== o) : [...draft.options, o] })
                }
              >
                {o}
              </button>
            );
          })}
        </fieldset>
      )}
      {remove && (
        <button type="button" className="why col-span-2 justify-self-end pb-1" onClick={remove}>
          take this line off
        </button>
      )}
    </div>
  );
}

/** The whole order in one line, as it is said; what was understood stands under it, and Enter puts it into the fields. */
function Said({ onTake }: { onTake: (drafts: Draft[], day: string | null, minutes: number | null) => void }) {
  const book = useSpecies();
  const forms = useForms();
  const mass = useMass();
  const { today, local, dayWords } = useTimes();
  const [text, setText] = useState('');
  const parsed = useMemo(
    () =>
      text.trim() === ''
        ? null
        : parseOrder(text, {
            species: [...book.values()],
            forms: offered(forms),
            today: today(),
            weekday: local(new Date()).getDay(),
          }),
    [text, book, forms, today, local],
  );
  const words = (l: ParsedLine) => {
    const amount =
      l.totalGrams !== null
        ? mass(l.totalGrams)
        : l.pieces !== null && l.pieceGrams !== null
          ? `${l.pieces} × ${mass(l.pieceGrams)}`
          : 'how much?';
    const name = l.speciesId ? shortName(book.get(l.speciesId)!.name) : 'which fish?';
    return `${amount} ${l.form ? formOf(forms, l.form).name : ''}, ${name}${l.people === null ? '' : `, for ${l.people}`}${l.use ? `, to ${l.use}` : ''}`;
  };
  const at = parsed?.minutes ?? null;
  const take = () => {
    if (!parsed || parsed.lines.length === 0) return;
    onTake(parsed.lines.map(draftOf), parsed.day, parsed.minutes);
    setText('');
  };
  return (
    <div
      onKeyDown={(e) => {
        if (e.key !== 'Enter') return;
        e.preventDefault();
        take();
      }}
    >
      <TextField
        label="The order as it is said, then Enter"
        value={text}
        onChange={setText}
        note={parsed ? '' : '4 x 170 g hake portions, 2 kg salmon side skinless fri 16:00'}
      />
      {parsed && (
        <ul className="pb-2 text-note" role="status">
          {parsed.lines.map((l, i) => (
            <li key={i}>
              <span className={l.speciesId ? 'text-ink' : 'text-embertext'}>{words(l)}</span>
              {l.left && <span className="text-embertext"> · not understood: {l.left}</span>}
            </li>
          ))}
          {(parsed.day !== null || at !== null) && (
            <li className="text-ink2">
              {parsed.day === null ? '' : dayWords(parsed.day)}
              {at === null
                ? ''
                : ` ${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`}
            </li>
          )}
        </ul>
      )}
    </div>
  );
}

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
