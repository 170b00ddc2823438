import type { Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { kilogramsMeant, massUnit, parseMass } from '@ember-slate/core/units';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNotify } from '../../app/notify.ts';
import { useAppSelector } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Frame } from '../../parts/Field.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { Balance } from './Balance.tsx';
import { countOf, nextSlot, waits, weighedOf, type Slot } from './slots.ts';
import { useWeigh, type WeighTub } from './useWeigh.ts';
import { Weights } from './Weights.tsx';
import { say } from './say.ts';

/** Every output of the ticket: what lies on the pan goes into the chosen one. */
export function WeighOut({ ticket, slots }: { ticket: Ticket; slots: readonly Slot[] }) {
  const mass = useMass();
  const [chosen, setChosen] = useState<string | null>(
    () => (slots.find((s) => waits(ticket, s)) ?? slots[0]!).key,
  );
  const slot = slots.find((s) => s.key === chosen) ?? null;
  const [count, setCount] = useState(1);
  const [tub, setTub] = useState<WeighTub | null>(null);
  const { data: tubs } = useRead(routes.bench.tubs);
  const weigh = useWeigh(ticket, slot, tub, count, () => {
    setCount(1);
    if (slot) setChosen(nextSlot(ticket, slots, slot, count)?.key ?? null);
  });
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_310px] gap-8 border-t border-line pt-2 max-lg:grid-cols-[minmax(0,1fr)_270px]">
      <ul role="radiogroup" aria-label={say('what_lies_on_the_pan')}>
        {slots.map((s) => (
          <Row
            key={s.key}
            ticket={ticket}
            slot={s}
            on={s.key === slot?.key}
            choose={() => setChosen(s.key)}
          />
        ))}
      </ul>
      <div>
        <Balance ticket={ticket} />
        <div
          className="flex flex-wrap items-center gap-1.5 pt-2"
          role="radiogroup"
          aria-label={say('what_it_stands_in')}
        >
          {[null, ...(tubs ?? [])].map((t) => (
            <button
              key={t?.name ?? 'pan'}
              type="button"
              role="radio"
              aria-checked={tub?.name === t?.name}
              onClick={() => setTub(t)}
              className={`btn min-h-12 px-3 text-label ${tub?.name === t?.name ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
            >
              {t ? (
                <>
                  {t.name} <span className="text-ink2">{mass(t.grams)}</span>
                </>
              ) : (
                say('bare_pan')
              )}
            </button>
          ))}
          <NewTub />
        </div>
        {slot !== null && slot.pieces !== null && (
          <div className="flex items-center gap-2 pt-2" role="group" aria-label={say('pieces_on_the_pan')}>
            <Button className="h-14 w-14" onPress={() => setCount((c) => Math.max(1, c - 1))}>
              −
            </Button>
            <output className="w-8 text-center font-figure text-big font-semibold">{count}</output>
            <Button className="h-14 w-14" onPress={() => setCount((c) => c + 1)}>
              +
            </Button>
            <span className="text-label text-ink2">{say('pieces_on_the_pan_2', { count })}</span>
          </div>
        )}
        {slot ? (
          <Typed key={slot.key} ticket={ticket} slot={slot} weigh={weigh} />
        ) : (
          <p className="py-3 text-label text-ink2">{say('choose_on_the_left_what_lies_on')}</p>
        )}
        <Weights ticket={ticket} slots={slots} />
      </div>
    </div>
  );
}

function Row({ ticket, slot, on, choose }: { ticket: Ticket; slot: Slot; on: boolean; choose: () => void }) {
  const mass = useMass();
  const list = weighedOf(ticket, slot);
  const sum = list.reduce((a, w) => a + w.grams, 0);
  const done = list.length > 0 && !waits(ticket, slot);
  if (slot.expected === 0 && list.length === 0 && slot.kind === 'trim') return null;
  return (
    <li className="border-b border-line">
      <button
        type="button"
        role="radio"
        aria-checked={on}
        onClick={choose}
        className={`grid min-h-14 w-full grid-cols-[22px_minmax(0,1fr)_auto] items-center gap-3 px-2 text-left hover:bg-lift ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
      >
        <svg width="18" height="18" aria-hidden="true">
          <circle
            cx="9"
            cy="9"
            r="7"
            fill={done ? 'var(--ink)' : 'none'}
            stroke={list.length > 0 ? 'var(--ink)' : 'var(--rule)'}
            strokeWidth="1.75"
          />
        </svg>
        <span className="min-w-0">
          <span className="block font-figure text-row font-medium">{slot.name}</span>
          <span className="block text-note text-ink3">
            {slot.goes}
            {slot.cut && slot.aim ? `, ${slot.pieces} × ${mass(slot.aim)}` : ''}
          </span>
        </span>
        <span className="font-figure text-row font-semibold">
          {list.length > 0 ? (
            <>
              {slot.pieces !== null
                ? `${countOf(ticket, slot)}${slot.pieces > 0 ? ` ${say('of', { pieces: slot.pieces })}` : ''} · `
                : ''}
              <Mass g={sum} />
            </>
          ) : (
            <span className="text-label font-medium text-ink3">
              {say('about_2', { expected: mass(slot.expected) })}
            </span>
          )}
        </span>
      </button>
    </li>
  );
}

/** The way without a scale; a refusal of either way is said here. */
function Typed({ ticket, slot, weigh }: { ticket: Ticket; slot: Slot; weigh: ReturnType<typeof useWeigh> }) {
  const units = useAppSelector((s) => s.prefs.units);
  const draft = useDraft(`weight ${ticket.id} ${slot.key}`);
  const [typed, setTyped] = useKept(draft, 'typed', '');
  const kilograms = kilogramsMeant(typed, massUnit(0, units));
  const grams = kilograms === null ? parseMass(typed, units) : null;
  return (
    <form
      className="flex items-end gap-3 pt-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (grams) void weigh.put(grams, 'typed').then((done) => done && draft.forget());
      }}
    >
      <Frame
        label={say('no_scale_type', { slot: slot.name })}
        className="flex-1"
        error={weigh.problem?.detail}
        note={
          kilograms !== null
            ? say('in_whole_grams_or_with_kg')
            : typed && grams === null
              ? say('that_is_no_weight')
              : ''
        }
      >
        <input
          className="field-value"
          inputMode="decimal"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          autoComplete="off"
        />
      </Frame>
      <Button submit className="mb-6 h-14" notYet={grams ? null : say('type_a_weight_first')}>
        {say('put')}
      </Button>
    </form>
  );
}

/** An empty tub on the pan becomes a tub the bench knows. */
function NewTub() {
  const { send } = useChange(routes.bench.keepTub);
  const { data: tubs } = useRead(routes.bench.tubs);
  const reading = useAppSelector((s) => s.connection.reading);
  const said = useNotify();
  const keep = async () => {
    const name = say('tub', { tubs: (tubs?.length ?? 0) + 1 });
    const outcome = await send({ name, grams: reading.grams });
    said(outcome, say('weighs_g_empty', { name, grams: reading.grams }));
  };
  const steady = reading.state === 'steady' && reading.grams > 0 && reading.tare === 0;
  return (
    <Button
      small
      className="min-h-12"
      notYet={steady ? null : say('lay_the_empty_tub_on_the_pan_first')}
      onPress={() => void keep()}
    >
      {say('new_tub')}
    </Button>
  );
}
