import { contract, type CutPlan, type Problem } from '@ember-slate/contract';
import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { bodyOf } from '@ember-slate/core/body';
import { shortName } from '@ember-slate/core/species';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useChange, useRead } from '../../app/api.ts';
import { useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { useSize } from '../../app/size.ts';
import { say, useAct } from '../../app/store.ts';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { SelectField } from '../../parts/Field.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { useForms, useWant } from '../../parts/forms.ts';
import { Changes } from './Changes.tsx';
import { FishCard } from './FishCard.tsx';
import { MoveLine } from './MoveLine.tsx';
import { PlanActs } from './PlanActs.tsx';
import { PlanHead } from './PlanHead.tsx';
import { cardsOf, linesOf, sum, type LineRow, type PlanOfSpecies } from './pieces.ts';
import { Totals } from './Totals.tsx';
import { formatMoney } from '../../parts/money.ts';

type Horizon = CutPlan['horizon'];
const horizons: readonly { value: Horizon; name: string }[] = [
  { value: 'today', name: 'Today' },
  { value: 'tomorrow', name: 'To tomorrow' },
  { value: 'all', name: 'All lines' },
];
export default function Plan() {
  const { data, problem, again } = useRead(contract.plan.day);
  const { me } = useShop();
  const { when } = useTimes();
  const act = useAct();
  const book = useSpecies();
  const forms = useForms();
  const want = useWant();
  const [ref, { width }] = useSize<HTMLDivElement>();
  const [horizon, setHorizon] = useState<Horizon | null>(null);
  const [only, setOnly] = useState<string>('');
  const [lit, setLit] = useState<string | null>(null);
  const [asked, setAsked] = useState<{ species: PlanOfSpecies; line: LineRow; from: string | null } | null>(
    null,
  );
  const [refused, setRefused] = useState<Problem | null>(null);
  const [open, setOpen] = useState<'totals' | 'changes' | null>(null);
  const pin = useChange(contract.plan.pin);
  const move = useChange(contract.plan.move);
  const back = useChange(contract.plan.back);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 8 } }));
  const plan = data?.plan ?? null;
  const cards = useMemo(
    () =>
      (plan?.species ?? []).map((s) => {
        const species = book.get(s.speciesId);
        return { species: s, row: species, cards: species ? cardsOf(s, species, forms) : [] };
      }),
    [plan, book, forms],
  );
  if (!data) return <Waiting problem={problem} again={again} />;
  const chosen = horizon ?? plan?.horizon ?? 'tomorrow';
  const mayPlan = me.role !== 'counter';
  const acts = mayPlan && (
    <PlanActs plan={plan} horizon={chosen} lines={data.lines} fish={data.fish} only={only || null} />
  );
  const picks = (
    <div className="flex flex-wrap items-end gap-x-4">
      {mayPlan && plan?.state !== 'running' && (
        <Choice label="Lines due" value={chosen} onChange={setHorizon} options={[...horizons]} />
      )}
      {mayPlan && plan && plan.state !== 'running' && plan.state !== 'accepted' && (
        <SelectField
          label="Planned again"
          value={only}
          onChange={setOnly}
          empty="all fish"
          className="w-36"
          options={plan.species
            .filter((s) => s.fish.length > 0)
            .map((s) => ({ value: s.speciesId, name: s.speciesName }))}
        />
      )}
      <Link to="/plan/hand" className="why pb-3 text-note whitespace-nowrap">
        choose fish by hand
      </Link>
    </div>
  );
  if (!plan)
    return (
      <div>
        <h1 className="text-head">{data.lines === 0 ? 'No line waits' : 'Nothing is planned yet'}</h1>
        <p className="pb-4 text-ink2">
          {data.lines} {data.lines === 1 ? 'line waits' : 'lines wait'}, {data.fish} fish are graded and free.
          The plan says which fish becomes what, and where the knife goes.
        </p>
        <div className="flex gap-3 pb-4">{acts}</div>
        {picks}
      </div>
    );
  const editable = mayPlan && plan.state !== 'running' && plan.state !== 'accepted';
  const moveTo = async (speciesId: string, line: string, from: string | null, to: string) => {
    setRefused(null);
    const done = await move.send({ speciesId, line, from, to }, { id: plan.id });
    if (!done.ok) return setRefused(done.problem);
    setAsked(null);
    const gain = Math.round(done.data.gain);
    act(
      say({
        text:
          gain === 0
            ? 'Moved; worth the same'
            : `Moved; ${formatMoney(Math.abs(gain))} ${gain > 0 ? 'more' : 'less'} than before`,
        problem: false,
      }),
    );
  };
  const dropped = (e: DragEndEvent) => {
    const from = e.active.data.current as { line: string; from: string } | undefined;
    const to = (e.over?.data.current as { fish: string } | undefined)?.fish;
    if (!from || !to || to === from.from) return;
    const species = plan.species.find((s) => s.lines.some((l) => l.id === from.line));
    const line = species?.lines.find((l) => l.id === from.line);
    if (!species || !line) return;
    setAsked({ species, line, from: from.from });
    if (!species.fish.some((f) => f.id === to))
      return setRefused({
        type: '',
        title: '',
        status: 409,
        code: '',
        detail: 'That is a fish of another species',
      });
    void moveTo(species.speciesId, from.line, from.from, to);
  };
  const shown = cards.filter((c) => c.cards.length > 0);
  const longest = Math.max(
    300,
    ...shown.flatMap((c) =>
      c.cards.map((k) =>
        c.row ? (bodyOf(c.row, k.fish.condition, k.fish.grams, k.fish.lengthMm)?.totalMm ?? 300) : 300,
      ),
    ),
  );
  // Two of the longest side by side, where there is room for it.
  const perMm = Math.min(
    0.9,
    Math.max(0.3, ((width > 640 ? width / 2 : Math.max(320, width)) - 36) / longest),
  );
  const lines = linesOf(plan);
  const unmet = lines.filter((l) => !l.filled && l.species.found);
  const handled = plan.parent && editable;
  return (
    <div className="flex h-full flex-col">
      <PlanHead plan={plan}>{acts}</PlanHead>
      <div className="flex flex-wrap items-end justify-between gap-x-6">
        {picks}
        <p className="flex-1 pb-3 text-note" role="status">
          {plan.note && <span className="text-embertext">{plan.note}. </span>}
          {plan.changed && plan.state !== 'accepted' && plan.state !== 'running' && (
            <span className="text-embertext">Orders or fish have changed since: plan again. </span>
          )}
          {handled && (
            <>
              Changed by hand:{' '}
              {formatMoney(Math.round(Math.abs(sum(plan, (f) => f.score.value) - plan.parent!.value)))}{' '}
              {sum(plan, (f) => f.score.value) >= plan.parent!.value ? 'more' : 'less'} than before.{' '}
              <button
                type="button"
                className="why"
                onClick={() => void back.send(undefined, { id: plan.id })}
              >
                back to the plan before
              </button>{' '}
            </>
          )}
          {plan.state !== 'running' && (
            <>
              <button type="button" className="why mr-4" onClick={() => setOpen('changes')}>
                what changed
              </button>{' '}
            </>
          )}
          <button type="button" className="why" onClick={() => setOpen('totals')}>
            the reckoning
          </button>
        </p>
      </div>
      <DndContext sensors={sensors} onDragEnd={dropped}>
        <div className="grid min-h-0 flex-1 grid-cols-[218px_minmax(0,1fr)] gap-5 border-t border-line max-sm:grid-cols-1">
          <ul
            className="min-h-0 overflow-y-auto border-r border-line pr-2 pb-4 max-sm:border-0"
            aria-label="Lines of the plan"
          >
            {lines.map(({ line, species, filled, offTrim, because }) => (
              <li key={line.id} className="border-b border-line">
                <button
                  type="button"
                  className={`block w-full px-2 py-1.5 text-left hover:bg-lift ${lit === line.id ? 'bg-lift' : ''}`}
                  onMouseEnter={() => setLit(line.id)}
                  onMouseLeave={() => setLit(null)}
                  onFocus={() => setLit(line.id)}
                  onBlur={() => setLit(null)}
                  onClick={() => {
                    document
                      .querySelector(`[data-lines~="${line.id}"]`)
                      ?.scrollIntoView({ block: 'nearest', behavior: 'auto' });
                    if (!filled && editable && species.fish.length > 0)
                      setAsked({ species, line, from: null });
                  }}
                >
                  <span className="flex justify-between gap-2">
                    <span className="truncate font-figure text-body font-semibold">
                      {line.orderNumber} {line.customer}
                    </span>
                    <span className="shrink-0 text-note text-ink3">{when(line.dueAt)}</span>
                  </span>
                  <span className="block truncate text-note text-ink2">
                    {species.speciesName}, {want(line)}
                  </span>
                  {offTrim !== null && (
                    <span className="block text-note text-ink3">from what comes off these fish</span>
                  )}
                  {line.anyWhite && (
                    <span className="block text-note text-ink3">
                      any white fish: this one {line.anyWhite}
                    </span>
                  )}
                  {!filled && because && <span className="block text-note text-embertext">{because}</span>}
                </button>
              </li>
            ))}
          </ul>
          <div ref={ref} className="min-h-0 overflow-x-hidden overflow-y-auto pt-2">
            {shown.length === 0 && (
              <p className="pt-4 text-ink2">
                {plan.state === 'running'
                  ? 'The first plan is on its way.'
                  : 'No fish is worth opening for these lines.'}
              </p>
            )}
            <div className="flex flex-wrap items-start gap-x-8">
              {shown.flatMap(({ species, row, cards: mine }) =>
                mine.map((card) => (
                  <div
                    key={card.key}
                    data-lines={card.runs.flatMap((r) => (r.line ? [r.line.id] : [])).join(' ')}
                  >
                    <FishCard
                      card={card}
                      speciesName={shortName(species.speciesName)}
                      species={row!}
                      body={bodyOf(row!, card.fish.condition, card.fish.grams, card.fish.lengthMm)}
                      perMm={perMm}
                      lit={lit}
                      onLight={setLit}
                      pinned={card.ids.every((id) => plan.pinned.includes(id))}
                      onPin={
                        editable
                          ? () => {
                              const all = card.ids.every((id) => plan.pinned.includes(id));
                              void pin.send({ fish: [...card.ids], pinned: !all }, { id: plan.id });
                            }
                          : null
                      }
                      onMove={
                        editable
                          ? (id) => {
                              const line = species.lines.find((l) => l.id === id);
                              if (line) setAsked({ species, line, from: card.fish.id });
                            }
                          : null
                      }
                    />
                  </div>
                )),
              )}
            </div>
          </div>
        </div>
      </DndContext>
      {unmet.length > 0 && (
        <p className="flex items-baseline gap-2 border-t border-line py-2">
          <Lozenge />
          <span>
            <strong className="font-figure text-row font-semibold text-embertext">
              Order {unmet[0]!.line.orderNumber} cannot be met
            </strong>{' '}
            <span className="text-ink2">
              {unmet[0]!.species.speciesName}, {want(unmet[0]!.line)}, {unmet[0]!.line.customer},{' '}
              {when(unmet[0]!.line.dueAt)}. {unmet[0]!.because}.
              {unmet.length > 1 && ` ${unmet.length - 1} more like it on the left.`}
            </span>
          </span>
        </p>
      )}
      <Dialog
        open={open === 'changes'}
        title="What changed since the plan before"
        onClose={() => setOpen(null)}
      >
        <Changes planId={plan.id} />
      </Dialog>
      <Dialog open={open === 'totals'} title="The plan against first come" onClose={() => setOpen(null)}>
        <Totals species={plan.species} />
      </Dialog>
      {asked && (
        <MoveLine
          asked={asked}
          cards={shown.find((c) => c.species.speciesId === asked.species.speciesId)?.cards ?? []}
          problem={refused}
          onClose={() => {
            setAsked(null);
            setRefused(null);
          }}
          onMove={(to) => void moveTo(asked.species.speciesId, asked.line.id, asked.from, to)}
        />
      )}
    </div>
  );
}
