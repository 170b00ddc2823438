import { contract, type BodyOf, type Problem, type Reading, type Ticket } from '@ember-slate/contract';
import { forms } from '@ember-slate/core/forms';
import { trims, type TrimId } from '@ember-slate/core/yields';
import { parseMass } from '@ember-slate/core/units';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useStored } from '../../app/store.ts';
import { useTake } from '../../app/take.tsx';
import { Button } from '../../parts/Button.tsx';
import { Frame } from '../../parts/Field.tsx';
import { Mass, SourceMark, useMass } from '../../parts/Mass.tsx';
import { Balance } from './Balance.tsx';

type Weigh = BodyOf<typeof contract.bench.weigh>;
interface Slot {
  key: string;
  kind: Weigh['kind'];
  item: string;
  name: string;
  goes: string;
  expected: number;
  /** Counted as pieces: each take is one unless several lie on the pan. */
  pieces: boolean;
}

/** What this ticket can give, the order's pieces first. */
function slotsOf(ticket: Ticket): Slot[] {
  const form = forms[ticket.form];
  const wanted = ticket.totalGrams ?? ticket.pieces! * ticket.pieceGrams!;
  const toOrder = Math.min(ticket.expected.main, wanted);
  const trimSlots = ticket.expected.trims.map(({ part, grams }): Slot => {
    const trim = trims[part as TrimId];
    return {
      key: `t ${part}`,
      kind: trim.keep ? 'trim' : 'waste',
      item: part,
      name: trim.name,
      goes: trim.keep ? trim.use : 'waste',
      expected: grams,
      pieces: false,
    };
  });
  return [
    {
      key: 'order',
      kind: 'order',
      item: ticket.form,
      name: form.name,
      goes: `order ${ticket.orderNumber}`,
      expected: toOrder,
      pieces: true,
    },
    ...(form.unit === 'piece'
      ? [
          {
            key: 'counter',
            kind: 'counter' as const,
            item: ticket.form,
            name: `more ${form.name}`,
            goes: 'counter',
            expected: ticket.expected.main - toOrder,
            pieces: true,
          },
        ]
      : []),
    ...trimSlots,
    {
      key: 'drip',
      kind: 'drip',
      item: '',
      name: 'drip, blood, rinse',
      goes: 'lost',
      expected: ticket.expected.drip,
      pieces: false,
    },
    {
      key: 'water',
      kind: 'water',
      item: '',
      name: 'water taken up',
      goes: 'rinse',
      expected: 0,
      pieces: false,
    },
  ];
}

export function WeighOut({ ticket }: { ticket: Ticket }) {
  const { send, busy } = useChange(contract.bench.weigh);
  const strike = useChange(contract.bench.strike);
  const mass = useMass();
  const units = useStored((s) => s.prefs.units);
  const slots = slotsOf(ticket);
  const weighed = (slot: Slot) =>
    ticket.weighOuts.filter((w) => w.kind === slot.kind && w.item === slot.item);
  const orderDone = weighed(slots[0]!).reduce((s, w) => s + w.pieces, 0) >= (ticket.pieces ?? 1);
  const [chosen, setChosen] = useState<string | null>(null);
  const open = slots.find(
    (s) =>
      s.kind !== 'counter' &&
      s.kind !== 'water' &&
      s.kind !== 'drip' &&
      (s.kind === 'order' ? !orderDone : weighed(s).length === 0),
  );
  const slot = slots.find((s) => s.key === chosen) ?? open ?? slots[0]!;
  const [count, setCount] = useState(1);
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<Problem | null>(null);
  const aim = slot.pieces && ticket.pieceGrams ? ticket.pieceGrams * count : null;
  // A piece may be 15 % off before it is the wrong piece (our choice).
  const window_ = aim === null ? undefined : ([Math.round(aim * 0.85), aim, Math.round(aim * 1.15)] as const);
  const before = weighed(slot);

  const put = async (grams: number, source: 'measured' | 'typed') => {
    if (busy) return;
    const outcome = await send(
      { kind: slot.kind, item: slot.item, grams, pieces: slot.pieces ? count : 0, source },
      { id: ticket.id },
    );
    if (outcome.ok || 'kept' in outcome) {
      setProblem(null);
      setTyped('');
      setCount(1);
      setChosen(null);
    } else setProblem(outcome.problem);
  };
  const number = before.reduce((s, w) => s + w.pieces, 0) + 1;
  const title = slot.pieces
    ? `${slot.name} ${count > 1 ? `${number} to ${number + count - 1}` : number}`
    : slot.name;
  useTake(
    {
      act: 'Take',
      title: `${title}${window_ ? `: ${mass(window_[0])} to ${mass(window_[2])}` : ''}`,
      detail: `${slot.goes}, about ${mass(aim ?? slot.expected)}`,
      window: window_,
      earlier: slot.pieces ? before.filter((w) => w.pieces === 1).map((w) => w.grams) : [],
      onTake: (r: Reading) => void put(r.grams, 'measured'),
    },
    `${slot.key} ${count} ${before.length} ${units} ${aim}`,
  );
  const typedGrams = parseMass(typed, units);

  return (
    <div className="grid grid-cols-[minmax(0,1fr)_300px] gap-8 border-t border-line pt-2 max-lg:grid-cols-[minmax(0,1fr)_260px]">
      <ul role="radiogroup" aria-label="What lies on the pan">
        {slots.map((s) => {
          const list = weighed(s);
          const sum = list.reduce((a, w) => a + w.grams, 0);
          const on = s.key === slot.key;
          if (
            s.expected === 0 &&
            list.length === 0 &&
            s.kind !== 'water' &&
            s.kind !== 'counter' &&
            s.kind !== 'drip'
          )
            return null;
          return (
            <li key={s.key} className="border-b border-line">
              <button
                type="button"
                role="radio"
                aria-checked={on}
                onClick={() => setChosen(s.key)}
                className={`grid min-h-[46px] w-full grid-cols-[22px_minmax(0,1fr)_auto] items-center gap-3 px-2 text-left hover:bg-lift ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
              >
                <svg width="18" height="18" aria-hidden="true">
                  <circle
                    cx="9"
                    cy="9"
                    r="7"
                    fill={list.length > 0 ? 'var(--ink)' : 'none'}
                    stroke={list.length > 0 ? 'var(--ink)' : 'var(--rule)'}
                    strokeWidth="1.5"
                  />
                </svg>
                <span className="truncate font-figure text-row font-medium">
                  {s.name} <span className="text-label text-ink3">· {s.goes}</span>
                </span>
                <span className="font-figure text-row font-semibold">
                  {list.length > 0 ? (
                    <>
                      {s.pieces ? `${list.reduce((a, w) => a + w.pieces, 0)} · ` : ''}
                      <Mass g={sum} />
                    </>
                  ) : (
                    <span className="text-label font-medium text-ink3">about {mass(s.expected)}</span>
                  )}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      <div>
        <Balance ticket={ticket} />
        {slot.pieces && (
          <div className="flex items-center gap-2 pt-3" role="group" aria-label="Pieces on the pan">
            <Button small className="h-12 w-12" onPress={() => setCount((c) => Math.max(1, c - 1))}>
              −
            </Button>
            <output className="w-8 text-center font-figure text-big font-semibold">{count}</output>
            <Button small className="h-12 w-12" onPress={() => setCount((c) => c + 1)}>
              +
            </Button>
            <span className="text-label text-ink2">{count === 1 ? 'piece' : 'pieces'} on the pan</span>
          </div>
        )}
        <form
          className="flex items-end gap-3 pt-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (typedGrams) void put(typedGrams, 'typed');
          }}
        >
          <Frame
            label={`No scale? Type ${slot.name}`}
            className="flex-1"
            error={problem?.detail}
            note={typed && typedGrams === null ? 'That is no weight' : ''}
          >
            <input
              className="field-value"
              inputMode="decimal"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
              autoComplete="off"
            />
          </Frame>
          <Button submit small className="mb-6 h-12" notYet={typedGrams ? null : 'type a weight first'}>
            Put
          </Button>
        </form>
        {ticket.weighOuts.length > 0 && (
          <ul className="text-label">
            {ticket.weighOuts
              .slice(-4)
              .toReversed()
              .map((w) => (
                <li key={w.id} className="flex items-center gap-2 border-t border-line py-1.5">
                  <span className="min-w-0 flex-1 truncate">
                    {slots.find((s) => s.kind === w.kind && s.item === w.item)?.name ?? w.item}
                  </span>
                  <Mass g={w.grams} />
                  <SourceMark source={w.source} />
                  <button
                    type="button"
                    className="why"
                    onClick={() => void strike.send(undefined, { id: ticket.id, weightId: w.id })}
                  >
                    strike
                  </button>
                </li>
              ))}
          </ul>
        )}
      </div>
    </div>
  );
}
