import { inWords } from '@ember-slate/words/core';
import { contract } from '@ember-slate/contract';
import { daysBetween } from '@ember-slate/core/calendar';
import {
  applies,
  grade,
  intakeLimit,
  nothingObserved,
  sampleSize,
  signsFor,
  type FishSigns,
  type Level,
  type Verdict,
} from '@ember-slate/core/freshness';
import { conditionName, isPiece, shortName } from '@ember-slate/core/species';
import { formatTemperature } from '@ember-slate/core/units';
import { useState } from 'react';
import { useDraft, useKept } from '../../app/draft.ts';
import { Link, useNavigate, useParams } from 'react-router';
import { useChange, useRead } from '../../app/api.ts';
import { useKeys } from '../../app/keys.ts';
import { useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { notify, useAppDispatch, useAppSelector } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { TemperatureField } from '../../parts/Field.tsx';
import { Fish } from '../../parts/Fish.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { SignStrip } from '../../parts/SignStrip.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { AtOdds } from './AtOdds.tsx';
import { Beside, type Seen } from './Beside.tsx';
import { FitFor } from './FitFor.tsx';
import { SignRun } from './SignRun.tsx';
import { VerdictPanel } from './VerdictPanel.tsx';
import { verdictNames } from './words.ts';
import { say } from './say.ts';

/** One lot, fish by fish and sign by sign; the strip shows what the signs say while they are still being looked at. */
export default function GradeLot() {
  const id = Number(useParams().id);
  const { data: lot, problem: away, refetch } = useRead(contract.grading.lot, { params: { id } });
  const species = useSpecies().get(lot?.speciesId ?? '');
  if (!lot || !species) return <Waiting problem={away} onRetry={refetch} />;
  return <Run key={lot.id} lot={lot} species={species} />;
}

type Lot = NonNullable<ReturnType<typeof useRead<typeof contract.grading.lot>>['data']>;
type Species = NonNullable<ReturnType<ReturnType<typeof useSpecies>['get']>>;

/** The work on one lot: the scheme, what was seen of each fish, what the signs say of it, and the record. */
function useGrading(lot: Lot, species: Species) {
  const { shop } = useShop();
  const kept = useDraft(`grade ${lot.id}`);
  const wanted = sampleSize(lot.pieces);
  const [fish, setFish] = useKept<readonly FishSigns[]>(kept, 'fish', () =>
    Array.from({ length: wanted }, () => ({})),
  );
  const [current, setCurrent] = useKept(kept, 'current', 0);
  const [coreTenths, setCore] = useKept(kept, 'coreTenths', lot.probeTenths);
  const [history, setHistory] = useKept(kept, 'history', false);
  const [foreign, setForeign] = useKept(kept, 'foreign', false);
  const [seen, setSeen] = useKept<Seen>(kept, 'seen', { ...nothingObserved, damage: [] });
  const last = lot.grades[0];
  const started = fish.some((f) => Object.keys(f).length > 0);
  // What was begun with one version of a scheme goes on with it, whoever changes the scheme meanwhile.
  const [offered] = useState(() => lot.schemes);
  const [schemeId, setSchemeId] = useKept(kept, 'schemeId', offered[0]!.id);
  const choices = offered.filter(
    (s, i) => offered.findIndex((x) => x.id === s.id) === i && applies(s, species, lot.condition),
  );
  // Until a sign is looked at the strip shows the last grade, on the scheme it was made with.
  const before = started ? undefined : last;
  const scheme =
    (before
      ? lot.schemes.find((s) => s.id === before.scheme && s.version === before.schemeVersion)
      : choices.find((s) => s.id === schemeId)) ?? offered[0]!;
  const signs = signsFor(scheme, species, lot.condition);
  const shownFish = before ? before.fish : fish;
  const limit = intakeLimit(species, shop.ruleProfile);
  // A grade made on a scheme that is no longer there may have none of this one's signs.
  const result = shownFish.some((f) => signs.some((s) => s.id in f))
    ? grade({
        species,
        condition: lot.condition,
        fish: shownFish,
        coreCelsius: coreTenths === null ? null : coreTenths / 10,
        limitCelsius: limit,
        temperatureHistory: history,
        foreignSmell: foreign,
        observed: seen,
        scheme,
        storageCelsius: lot.expected,
      })
    : null;
  const setLevel = (signId: string, level: Level) =>
    setFish((had) => had.map((f, i) => (i === current ? { ...f, [signId]: level } : f)));
  return {
    kept,
    wanted,
    /** As many fish as may be looked at. */
    most: Math.min(lot.pieces, 60),
    fish,
    looked: fish.filter((f) => Object.keys(f).length > 0),
    addFish: (n: number) => setFish((had) => [...had, ...Array.from({ length: n }, () => ({}))]),
    current,
    setCurrent,
    setLevel,
    /** The usual case in one press: everything on this fish as fresh as can be. */
    allFresh: () => signs.forEach((s) => fish[current]?.[s.id] === undefined && setLevel(s.id, 0)),
    done: (f: FishSigns) => signs.every((s) => f[s.id] !== undefined),
    coreTenths,
    setCore,
    history,
    setHistory,
    foreign,
    setForeign,
    seen,
    setSeen,
    last,
    started,
    choices,
    schemeId,
    setSchemeId,
    scheme,
    signs,
    shownFish,
    limit,
    result,
  };
}
type Grading = ReturnType<typeof useGrading>;

/** Which lot it is, and how it came. */
function WhichLot({ lot, species }: { lot: Lot; species: Species }) {
  const mass = useMass();
  return (
    <p className="truncate text-ink2 sm:pr-[300px]">
      <Link to="/grading" className="why mr-3">
        {say('all_lots')}
      </Link>
      <strong className="font-figure font-semibold text-ink">
        {say('lot', { species: shortName(species.name), code: lot.code })}
      </strong>{' '}
      <Link to={`/lots/${lot.id}`} className="why">
        {say('its_life')}
      </Link>{' '}
      {say('ice', {
        pieces: lot.pieces,
        piece: isPiece(lot.condition) ? say('pieces') : say('fish'),
        grams: mass(lot.grams),
        condition: inWords(lot.condition === 'whole' ? say('guts_in') : conditionName[lot.condition]),
        supplier: lot.supplier,
        gear: lot.gear ? `, ${lot.gear}` : '',
        ice: lot.ice,
      })}
    </p>
  );
}

/** What the signs say so far, with its interval and the days it leaves. */
function SignsSay({ of, lot, species }: { of: Grading; lot: Lot; species: Species }) {
  const { when } = useTimes();
  const units = useAppSelector((s) => s.prefs.units);
  const { result, last, started } = of;
  return (
    <div className="flex items-end gap-5 max-sm:block">
      <h1 className="text-verdict font-semibold whitespace-nowrap max-sm:text-head">
        {result ? verdictNames[result.verdict] : say('what_do_the_signs_say')}
      </h1>
      <p className="pb-1 font-figure text-body leading-[19px] font-medium">
        {result
          ? say('of_ice_days_used_give_or_take_mark', {
              used: result.used.toFixed(1),
              iceDays: species.iceDays,
              halfWidth: result.halfWidth.toFixed(1),
              mark: result.mark,
            })
          : say('look_at_of_fish_one_sign_after', { wanted: of.wanted, pieces: lot.pieces })}
        <span className="block text-ink2">
          {result
            ? say('left_at_days_as_it_is', {
                expected: formatTemperature(Math.round(lot.expected * 10), units),
                daysLeft: result.daysLeft.toFixed(1),
                from: result.daysLeftRange[0].toFixed(1),
                to: result.daysLeftRange[1].toFixed(1),
                last:
                  last && !started
                    ? ` ${say('graded_by', { gradedAt: when(last.gradedAt), gradedBy: last.gradedBy })}`
                    : '',
              })
            : say('the_answer_forms_here_while_you')}
        </span>
      </p>
    </div>
  );
}

/** One sign at a time or all on one axis; and by which scheme, while none was begun. */
function HowLooked({
  of,
  species,
  byRun,
  onTurn,
}: {
  of: Grading;
  species: Species;
  byRun: boolean;
  onTurn: () => void;
}) {
  const { choices, started, scheme, result } = of;
  return (
    <div className="flex flex-wrap items-center gap-x-5 text-note max-sm:min-h-11">
      <button type="button" className="why min-h-6 max-sm:min-h-11" onClick={onTurn}>
        {byRun ? say('all_signs_on_one_axis') : say('one_sign_at_a_time')}{' '}
        <span className="key max-sm:hidden">G</span>
      </button>
      {choices.length > 1 && !started && (
        <label className="flex items-center gap-2 text-note text-ink3">
          {say('by')}
          <select
            className="h-7 border-b border-rule bg-transparent font-figure text-body font-medium text-ink"
            value={of.schemeId}
            onChange={(e) => of.setSchemeId(e.target.value)}
          >
            {choices.map((s) => (
              <option key={s.id} value={s.id} className="bg-slab">
                {s.name}
              </option>
            ))}
          </select>
        </label>
      )}
      {(started || choices.length === 1) && (
        <p className="text-note text-ink3">
          {say('by_2', {
            scheme: scheme.name,
            method:
              scheme.method === 'index' && result ? say('points_2', { index: result.index.toFixed(1) }) : '',
            calibration: scheme.calibration[species.id] ? say('on_the_shops_own_line') : '',
          })}
        </p>
      )}
    </div>
  );
}

/** The fish of the lot differ too much: look at more of them, or split the lot. */
function Mixed({ of }: { of: Grading }) {
  const more = Math.min(of.most - of.fish.length, 3);
  return (
    <p className="mt-2 flex flex-wrap items-center gap-3 border-l-[3px] border-emberline pl-3">
      {say('the_fish_differ_by_more_than_a')}
      {more > 0 && (
        <Button
          small
          onPress={() => {
            of.setCurrent(of.fish.length);
            of.addFish(more);
          }}
        >
          {say('look_at_more', { more })}
        </Button>
      )}
      <span className="text-note text-ink3">{say('or_split_the_lot_at_the_door')}</span>
    </p>
  );
}

/** The fish that are looked at: which one now, which are done. */
function Sample({ of }: { of: Grading }) {
  const { fish, current, done } = of;
  const under = (f: FishSigns) =>
    done(f) ? 'var(--ink)' : Object.keys(f).length > 0 ? 'var(--rule)' : 'transparent';
  return (
    <>
      <div
        className="flex flex-wrap items-center gap-1.5 border-t border-line pt-2"
        role="group"
        aria-label={say('fish_of_the_sample')}
      >
        {fish.map((f, i) => (
          <button
            key={i}
            type="button"
            aria-pressed={current === i}
            onClick={() => of.setCurrent(i)}
            className={`grid h-12 w-12 place-items-center font-figure text-label font-semibold hover:bg-lift ${current === i ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : done(f) ? '' : 'text-ink3'}`}
          >
            {i + 1}
            <span className="-mt-3 h-1 w-4" style={{ background: under(f) }} />
          </button>
        ))}
        {fish.length < of.most && (
          <button type="button" className="why px-2" onClick={() => of.addFish(1)}>
            {say('one_more')}
          </button>
        )}
      </div>
      <div className="flex gap-2 pt-1 pb-2">
        <Button small hotkey="F" onPress={of.allFresh}>
          {say('rest_is_fresh')}
        </Button>
        <Button
          small
          hotkey="N"
          onPress={() => of.setCurrent((i) => Math.min(fish.length - 1, i + 1))}
          notYet={current === fish.length - 1 ? say('that_is_the_last_of_the_sample') : null}
        >
          {say('next_fish')}
        </Button>
      </div>
    </>
  );
}

/** What stops a lot whatever its signs say: its core, a foreign smell, a history of warmth. */
function HardStops({ of }: { of: Grading }) {
  const units = useAppSelector((s) => s.prefs.units);
  const limit = formatTemperature(of.limit * 10, units);
  const tick = (words: string, on: boolean, set: (on: boolean) => void) => (
    <label className="flex min-h-8 items-center gap-2">
      <input
        type="checkbox"
        className="h-5 w-5 accent-(--ink2)"
        checked={on}
        onChange={(e) => set(e.target.checked)}
      />{' '}
      {words}
    </label>
  );
  return (
    <div className="grid grid-cols-2 gap-x-4 border-t border-line pt-2">
      <TemperatureField
        label={say('core')}
        value={of.coreTenths}
        onChange={of.setCore}
        note={say('limit', { limit })}
        error={of.coreTenths !== null && of.coreTenths / 10 > of.limit ? say('over', { limit }) : undefined}
      />
      <div className="flex flex-col gap-1 pt-1 text-note">
        {tick(say('foreign_smell'), of.foreign, of.setForeign)}
        {tick(say('history_seen'), of.history, of.setHistory)}
      </div>
    </div>
  );
}

/** The verdict the hand puts its name to: the proposed one, or another with its reason. */
function Verdicts({ of, lot }: { of: Grading; lot: Lot }) {
  const dispatch = useAppDispatch();
  const go = useNavigate();
  const [verdict, setVerdict] = useKept<Verdict | null>(of.kept, 'verdict', null);
  const [why, setWhy] = useKept(of.kept, 'why', '');
  const { send, busy, problem } = useChange(contract.grading.record);
  const { result, started, looked, wanted } = of;
  const chosen = verdict ?? result?.verdict ?? null;
  const missing = looked.length < wanted;
  async function record() {
    if (!started || chosen === null || busy) return;
    const outcome = await send(
      {
        scheme: of.scheme.id,
        schemeVersion: of.scheme.version,
        observed: of.seen,
        fish: looked,
        coreTenths: of.coreTenths,
        temperatureHistory: of.history,
        foreignSmell: of.foreign,
        verdict: chosen,
        overrideReason: why,
      },
      { id: lot.id },
    );
    if (!outcome.ok) return;
    of.kept.forget();
    const verdictName = verdictNames[outcome.data.verdict].toLowerCase();
    dispatch(
      notify({ text: say('recorded', { code: lot.code, verdictNames: verdictName }), problem: false }),
    );
    void go('/grading');
  }
  return (
    <VerdictPanel
      result={started ? result : null}
      chosen={chosen}
      onChoose={setVerdict}
      why={why}
      onWhy={setWhy}
      asksWhy={started && result !== null && (chosen !== result.verdict || (missing && chosen !== 'reject'))}
      missing={missing ? say('of_fish_looked_at', { looked: looked.length, wanted }) : null}
      problem={problem}
      busy={busy}
      onRecord={() => void record()}
    />
  );
}

/** The signs themselves: one after the other, or all on one axis of ice days. */
function Signs({
  of,
  lot,
  species,
  byRun,
  onEnd,
}: {
  of: Grading;
  lot: Lot;
  species: Species;
  byRun: boolean;
  onEnd: () => void;
}) {
  const { me } = useShop();
  const mayGrade = me.role !== 'counter';
  const { signs, fish, current, shownFish, result, started } = of;
  const { iceDays } = species;
  if (byRun && mayGrade)
    return (
      <SignRun
        {...{ signs, fish, current, iceDays, onEnd }}
        result={started ? result : null}
        onLevel={of.setLevel}
        onFish={of.setCurrent}
      />
    );
  return (
    <>
      <SignStrip
        {...{ signs, species }}
        speciesName={shortName(species.name)}
        scheme={of.scheme}
        fish={shownFish}
        current={Math.min(current, shownFish.length - 1)}
        grade={result}
        claimed={lot.caughtOn ? Math.max(0, daysBetween(lot.caughtOn, lot.landedOn)) : null}
        onLevel={mayGrade ? of.setLevel : () => undefined}
      />
      {result && !byRun && (
        <FitFor {...{ result, iceDays, species }} condition={lot.condition} celsius={lot.expected} />
      )}
    </>
  );
}

function Run({ lot, species }: { lot: Lot; species: Species }) {
  const { me } = useShop();
  const of = useGrading(lot, species);
  const [byRun, setByRun] = useState(() => window.matchMedia('(max-width: 639px)').matches);
  const mayGrade = me.role !== 'counter';
  const turn = () => setByRun((on) => !on);
  useKeys({
    p: () => of.setCurrent((i) => Math.max(0, i - 1)),
    g: () => mayGrade && turn(),
  });
  const { result } = of;
  const piece = isPiece(lot.condition);
  return (
    <div className="pb-6">
      <WhichLot lot={lot} species={species} />
      <div className="grid grid-cols-[minmax(0,1fr)_262px] gap-8 max-sm:grid-cols-1">
        <section>
          <SignsSay of={of} lot={lot} species={species} />
          {mayGrade && <HowLooked of={of} species={species} byRun={byRun} onTurn={turn} />}
          {result?.mixed && of.started && <Mixed of={of} />}
          <Signs of={of} lot={lot} species={species} byRun={byRun} onEnd={() => setByRun(false)} />
        </section>
        <section className="sm:-mt-7">
          {result && result.atOdds.length > 0 ? (
            <AtOdds result={result} />
          ) : (
            <div className="flex h-[88px] items-center max-sm:hidden">
              <Fish species={species} condition={lot.condition} grams={lot.grams / lot.pieces} perMm={0.34} />
            </div>
          )}
          {mayGrade && (
            <>
              <Sample of={of} />
              <HardStops of={of} />
              <Verdicts of={of} lot={lot} />
            </>
          )}
        </section>
      </div>
      {mayGrade && (
        <details className="mt-3 border-t border-line pt-2">
          <summary className="why inline-block py-2">
            {say('beside_the_signs_damage_identity', { piece: piece ? '' : `${say('rigor_roe')} ` })}
          </summary>
          <div className="pt-2">
            <Beside
              seen={of.seen}
              onSeen={of.setSeen}
              piece={piece}
              farmed={lot.farmed}
              marks={species.marks}
            />
          </div>
        </details>
      )}
    </div>
  );
}
