import { contract, type CutPlan, type Problem } from '@ember-slate/contract';
import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { bodyOf } from '@ember-slate/core/body';
import { shortName } from '@ember-slate/core/species';
import { formatMoney } from '@ember-slate/core/units';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useChange, useRead } from '../../app/api.ts';
import { useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { useSize } from '../../app/size.ts';
import { say, useAct } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { useForms, useWant } from '../../parts/forms.ts';
import { FishCard } from './FishCard.tsx';
import { MoneyAxis } from './MoneyAxis.tsx';
import { cardsOf, type Card, type LineRow, type PlanOfSpecies } from './pieces.ts';
import { Totals } from './Totals.tsx';

type Horizon = CutPlan['horizon'];
const horizons: readonly { value: Horizon; name: string }[] = [
  { value: 'today', name: 'Today' },
  { value: 'tomorrow', name: 'To tomorrow' },
  { value: 'all', name: 'All lines' },
];
/** How long the planner may think, s: small days need less. */
const secondsFor = (lines: number, fish: number) => Math.min(12, Math.max(3, Math.sqrt(lines * fish) / 5));

const sum = (plan: CutPlan, of: (f: NonNullable<PlanOfSpecies['found']>) => number) =>
  plan.species.reduce((s, x) => s + (x.found ? of(x.found) : 0), 0);

/** Lines of a plan with whether each is filled, and why not. */
const linesOf = (plan: CutPlan) =>
  plan.species.flatMap((s) =>
    s.lines.map((line) => ({
      species: s,
      line,
      filled: (s.found?.score.filled[line.id] ?? 0) >= 1,
      because: s.found?.unfilled[line.id] ?? null,
    })),
  );

/** Where a line goes instead: every fish of its species, those that may not with the reason. */
function Move({
  asked,
  cards,
  onClose,
  onMove,
  problem,
}: {
  asked: { species: PlanOfSpecies; line: LineRow; from: string | null };
  cards: readonly Card[];
  onClose: () => void;
  onMove: (to: string) => void;
  problem: Problem | null;
}) {
  const { line, species, from } = asked;
  const seen = new Set<string>();
  const fish = species.fish.filter((f) => {
    if (f.id === from) return false;
    const used = cards.some((c) => c.ids.includes(f.id));
    const key = used ? f.id : `${f.lotId} ${f.grams}`;
    return !seen.has(key) && seen.add(key);
  });
  return (
    <Dialog open title={`Order ${line.orderNumber}, ${line.customer}: from which fish?`} onClose={onClose}>
      <p className="pb-2 text-ink2">Both fish are cut anew; the others stay as they are.</p>
      {problem && (
        <p role="alert" className="mb-2 border-b-[3px] border-emberline pb-1">
          {problem.errors?.[0]?.message ?? problem.detail}
        </p>
      )}
      <ul className="max-h-[50vh] overflow-y-auto">
        {fish.map((f) => {
          const refusal = f.refuses[line.id];
          const used = cards.find((c) => c.ids.includes(f.id));
          return (
            <li key={f.id} className="border-t border-line">
              <button
                type="button"
                aria-disabled={refusal ? true : undefined}
                className={`w-full px-2 py-2.5 text-left ${refusal ? 'text-ink3' : 'hover:bg-lift'}`}
                onClick={() => !refusal && onMove(f.id)}
              >
                <strong className="font-figure text-label">
                  {f.code}, {(f.grams / 1000).toFixed(2)} kg
                </strong>{' '}
                <span className="text-note text-ink2">
                  {refusal ?? (used ? `cut as ${used.mode.id} now` : 'not opened')}
                </span>
              </button>
            </li>
          );
        })}
        {fish.length === 0 && <li className="py-2 text-ink2">There is no other fish of this species.</li>}
      </ul>
    </Dialog>
  );
}

/** Accepts, plans again, stops, goes back: what can be done with the plan as a whole. */
function Acts({
  plan,
  horizon,
  lines,
  fish,
}: {
  plan: CutPlan | null;
  horizon: Horizon;
  lines: number;
  fish: number;
}) {
  const act = useAct();
  const start = useChange(contract.plan.start);
  const stop = useChange(contract.plan.stop);
  const accept = useChange(contract.plan.accept);
  const run = async () => {
    const done = await start.send({ horizon, seconds: secondsFor(lines, fish), keepPinned: true });
    if (!done.ok) act(say({ text: done.problem.detail ?? done.problem.title, problem: true }));
  };
  const send = async () => {
    const done = await accept.send({ speciesIds: null }, { id: plan!.id });
    if (done.ok) {
      const n = done.data.tickets.length;
      act(say({ text: `${n} ${n === 1 ? 'ticket waits' : 'tickets wait'} at the bench`, problem: false }));
    } else act(say({ text: done.problem.detail ?? done.problem.title, problem: true }));
  };
  if (plan?.state === 'running')
    return (
      <Button busy={stop.busy} onPress={() => void stop.send(undefined, { id: plan.id })}>
        Stop, keep the best
      </Button>
    );
  const sendable = plan !== null && plan.state !== 'accepted';
  const empty = lines === 0 && fish === 0;
  return (
    <>
      <Button
        kind={sendable && !plan.changed ? 'plain' : 'main'}
        hotkey="P"
        busy={start.busy}
        notYet={empty ? 'no lines and no fish yet' : null}
        onPress={() => void run()}
      >
        {plan ? 'Plan again' : 'Plan the day'}
      </Button>
      {sendable && (
        <Button
          kind={plan.changed ? 'plain' : 'main'}
          hotkey="Enter"
          busy={accept.busy}
          notYet={
            plan.species.every((s) => (s.found?.plan.fish.length ?? 0) === 0) ? 'it opens no fish' : null
          }
          onPress={() => void send()}
        >
          Send to bench
        </Button>
      )}
    </>
  );
}

function Head({ plan, children }: { plan: CutPlan; children: React.ReactNode }) {
  const value = sum(plan, (f) => f.score.value);
  const first = sum(plan, (f) => f.firstCome.score.value);
  const known = plan.species.every((s) => !s.found || s.found.bound !== null);
  const bound = known ? sum(plan, (f) => f.bound ?? f.score.value) : null;
  const lines = linesOf(plan);
  const opened = sum(plan, (f) => f.score.fishOpened);
  const fewer = sum(plan, (f) => f.firstCome.score.fishOpened) - opened;
  return (
    <div className="flex flex-wrap items-start justify-between gap-x-6 gap-y-1 pb-2">
      <div className="shrink-0">
        <h1 className="text-head max-sm:text-big">
          {plan.state === 'running' ? 'Planning, ' : plan.state === 'accepted' ? 'At the bench, ' : 'Plan '}
          {plan.state === 'running' ? '' : 'worth '}
          {formatMoney(Math.round(value))}
          {plan.state === 'running' ? ' so far' : ''}
        </h1>
        <p className="text-ink2">
          {lines.filter((l) => l.filled).length} of {lines.length} lines from {opened} fish
          {fewer > 0
            ? `, ${fewer} fewer than first come`
            : fewer < 0
              ? `, ${-fewer} more than first come`
              : ''}
        </p>
      </div>
      <MoneyAxis first={first} value={value} bound={bound} />
      <div className="flex shrink-0 gap-3">{children}</div>
    </div>
  );
}

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
  const [lit, setLit] = useState<string | null>(null);
  const [asked, setAsked] = useState<{ species: PlanOfSpecies; line: LineRow; from: string | null } | null>(
    null,
  );
  const [refused, setRefused] = useState<Problem | null>(null);
  const [totals, setTotals] = useState(false);
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
  const acts = mayPlan && <Acts plan={plan} horizon={chosen} lines={data.lines} fish={data.fish} />;
  const picks = (
    <div className="flex items-end gap-4">
      {mayPlan && plan?.state !== 'running' && (
        <Choice label="Lines due" value={chosen} onChange={setHorizon} options={[...horizons]} />
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
      <Head plan={plan}>{acts}</Head>
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
          <button type="button" className="why" onClick={() => setTotals(true)}>
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
            {lines.map(({ line, species, filled, because }) => (
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
                              const fish = all
                                ? plan.pinned.filter((id) => !card.ids.includes(id))
                                : [...plan.pinned, ...card.ids];
                              void pin.send({ fish: [...new Set(fish)] }, { id: plan.id });
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
      <Dialog open={totals} title="The plan against first come" onClose={() => setTotals(false)}>
        <Totals species={plan.species} />
      </Dialog>
      {asked && (
        <Move
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
