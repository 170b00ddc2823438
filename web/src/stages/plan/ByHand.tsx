import type { PlanLine, SpeciesRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { pickOutcome } from '@ember-slate/core/cutplan';
import { formOf, type Form } from '@ember-slate/core/forms';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChosenRow } from '../../app/address.ts';
import { lastProblem, useChange, useRead } from '../../app/api.ts';
import { useNow, useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { useForms, useWant } from '../../parts/forms.ts';
import { Offer } from './Offer.tsx';
import { Outcome, type Parts } from './Outcome.tsx';
import { say } from './say.ts';

type Picks = Readonly<Record<number, number>>;
const toPicks = (list: readonly { lotId: number; fish: number }[]): Picks =>
  Object.fromEntries(list.map((p) => [p.lotId, p.fish]));

/** Adds up what the chosen fish are expected to give. */
function outcomeOf(line: PlanLine, form: Form, species: SpeciesRow, picks: Picks, month: number): Parts {
  const sum: Parts = { input: 0, main: 0, pieces: line.pieces === null ? null : 0, drip: 0, trims: {} };
  for (const offer of line.offers) {
    const fish = picks[offer.lotId] ?? 0;
    if (fish === 0 || offer.refusal !== null) continue;
    const one = pickOutcome(species, { ...offer, lot: offer }, { ...line, form, month }, fish);
    sum.input += one.inputGrams;
    sum.main += one.mainGrams;
    sum.drip += one.drip;
    if (sum.pieces !== null) sum.pieces += one.pieces ?? 0;
    for (const [part, grams] of one.trims) sum.trims[part] = (sum.trims[part] ?? 0) + grams;
  }
  return sum;
}

/** That a line cannot be kept whole, and why. */
function Doubt({ promise }: Pick<PlanLine, 'promise'>) {
  return (
    <p className="mt-2 flex items-baseline gap-2">
      <Lozenge />
      <span>
        <strong className="font-figure text-label font-semibold text-embertext">
          {promise.answer === 'no' ? say('cannot_be_met') : say('only_in_part')}
        </strong>{' '}
        {promise.because}
      </span>
    </p>
  );
}

function Line({ line, species }: { line: PlanLine; species: SpeciesRow }) {
  const { me } = useShop();
  const { when, today } = useTimes();
  const forms = useForms();
  const want = useWant();
  const dispatch = useAppDispatch();
  const choose = useChange(routes.plan.choose);
  const send = useChange(routes.plan.send);
  const problem = lastProblem(choose, send);
  const saved = toPicks(line.picks);
  const [picks, setPicks] = useState<Picks>(line.picks.length > 0 ? saved : toPicks(line.proposal));
  const [version, setVersion] = useState(line.version);
  if (version !== line.version) {
    setVersion(line.version);
    setPicks(line.picks.length > 0 ? saved : toPicks(line.proposal));
  }
  const month = Number(today().slice(5, 7));
  const outcome = outcomeOf(line, formOf(forms, line.form), species, picks, month);
  const wanted = line.totalGrams ?? line.pieces!;
  const given = line.totalGrams !== null ? outcome.main : outcome.pieces!;
  const enough = given >= wanted;
  const chosen = Object.entries(picks)
    .filter(([, fish]) => fish > 0)
    .map(([lotId, fish]) => ({ lotId: Number(lotId), fish }));
  const same = JSON.stringify(toPicks(chosen)) === JSON.stringify(saved);
  const mayPlan = me.role !== 'counter';

  const keep = async (): Promise<number | null> => {
    const done = await choose.send({ version: line.version, picks: chosen }, { id: line.id });
    return done.ok ? line.version + 1 : null;
  };
  const toBench = async () => {
    const at = same ? line.version : await keep();
    if (at === null) return;
    const done = await send.send({ version: at }, { id: line.id });
    if (done.ok)
      dispatch(
        notify({ text: say('ticket_waits_at_the_bench', { number: done.data.number }), problem: false }),
      );
  };

  return (
    <section className="pt-2 pb-6">
      <div className="flex flex-wrap items-start justify-between gap-x-4 gap-y-2">
        <div>
          <h2 className="text-big">
            {shortName(line.speciesName)}, {want(line)}
          </h2>
          <p className="text-ink2">
            {say('order_to', {
              orderNumber: line.orderNumber,
              customer: line.customer,
              dueAt: when(line.dueAt),
              use: line.use,
            })}
          </p>
        </div>
        {mayPlan && (
          <div className="flex flex-wrap gap-3">
            <Button
              onPress={() => setPicks(toPicks(line.proposal))}
              notYet={line.proposal.length === 0 ? say('nothing_to_propose') : null}
            >
              {say('oldest_first')}
            </Button>
            <Button
              kind="main"
              hotkey="Enter"
              busy={choose.busy || send.busy}
              notYet={chosen.length === 0 ? say('choose_fish_first') : null}
              onPress={() => void toBench()}
            >
              {say('send_to_bench')}
            </Button>
          </div>
        )}
      </div>
      {line.promise.answer !== 'yes' && <Doubt promise={line.promise} />}
      <Outcome
        parts={outcome}
        wanted={wanted}
        unit={line.totalGrams !== null ? 'grams' : 'pieces'}
        enough={enough}
        species={species}
      />
      {problem && (
        <p role="alert" className="mt-2 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <h3 className="mt-4 pb-1 text-label">{say('fish_that_could_serve_it_what_runs')}</h3>
      {line.offers.length === 0 && (
        <p className="border-t border-line pt-2 text-ink2">
          {say('no_in_the_cold_room_it_belongs_on', {
            speciesName: shortName(line.speciesName).toLowerCase(),
          })}
        </p>
      )}
      <ul>
        {line.offers.map((o) => (
          <Offer
            key={o.lotId}
            offer={o}
            fish={picks[o.lotId] ?? 0}
            species={species}
            line={line}
            onFish={mayPlan ? (fish) => setPicks((had) => ({ ...had, [o.lotId]: fish })) : null}
          />
        ))}
      </ul>
      {mayPlan && !same && chosen.length > 0 && (
        <button type="button" className="why mt-3" onClick={() => void keep()}>
          {say('keep_these_fish_for_the_line_send')}
        </button>
      )}
    </section>
  );
}

export default function ByHand() {
  const { data: lines, problem, refetch } = useRead(routes.plan.lines);
  const { when } = useTimes();
  const want = useWant();
  const now = useNow();
  const book = useSpecies();
  const [chosen, setChosen] = useChosenRow('line');
  if (!lines) return <Waiting problem={problem} onRetry={refetch} />;
  // A line that went to the bench gives way to the next one.
  const shown = lines.find((l) => String(l.id) === chosen) ?? lines[0];
  const unmet = lines.filter((l) => l.promise.answer === 'no' && l.picks.length === 0);
  const species = shown && book.get(shown.speciesId);
  return (
    <div className="screen">
      <div className="pb-2">
        <h1 className="text-head max-sm:text-big">
          {lines.length === 0
            ? say('every_line_is_at_the_bench')
            : unmet.length > 0
              ? say('lines_cannot_be_met_can', { unmet: unmet.length, lines: lines.length - unmet.length })
              : say('all_lines_can_be_met', { lines: lines.length })}
        </h1>
        <p className="text-ink2">
          {lines.length === 0
            ? say('new_orders_appear_here_line_by')
            : say('choose_the_fish_expected_weights')}
        </p>
      </div>
      <div className="panes grid-cols-[270px_minmax(0,1fr)] border-t border-line">
        <ul className="pane-list pb-4" aria-label={say('lines_to_plan')}>
          {lines.map((l) => {
            const hot = (l.promise.answer === 'no' && l.picks.length === 0) || new Date(l.dueAt) < now;
            return (
              <li key={l.id} className="border-b border-line">
                <button
                  type="button"
                  aria-current={shown?.id === l.id}
                  onClick={() => setChosen(l.id)}
                  className={`block w-full px-2 py-2 text-left hover:bg-lift ${shown?.id === l.id ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                >
                  <span className="flex justify-between gap-2">
                    <span className="font-figure text-label font-semibold">
                      {shortName(l.speciesName)}, {l.customer}
                    </span>
                    <span className="shrink-0 text-note text-ink3">{when(l.dueAt)}</span>
                  </span>
                  <span className="block text-note text-ink2">{want(l)}</span>
                  <span className={`block text-note ${hot ? 'text-embertext' : 'text-ink3'}`}>
                    {l.picks.length > 0
                      ? say('fish_chosen', { fish: l.picks.reduce((s, p) => s + p.fish, 0) })
                      : l.promise.answer === 'yes'
                        ? say('can_be_met')
                        : l.promise.answer === 'part'
                          ? say('only_in_part_2')
                          : say('cannot_be_met_2')}
                  </span>
                </button>
              </li>
            );
          })}
        </ul>
        <div className="pane">
          {shown && species && <Line key={shown.id} line={shown} species={species} />}
        </div>
      </div>
    </div>
  );
}
