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

function Run({ lot, species }: { lot: Lot; species: Species }) {
  const { shop, me } = useShop();
  const { when } = useTimes();
  const mass = useMass();
  const dispatch = useAppDispatch();
  const go = useNavigate();
  const units = useAppSelector((s) => s.prefs.units);
  const wanted = sampleSize(lot.pieces);
  const mayGrade = me.role !== 'counter';
  const kept = useDraft(`grade ${lot.id}`);
  const [fish, setFish] = useKept<readonly FishSigns[]>(kept, 'fish', () =>
    Array.from({ length: wanted }, () => ({})),
  );
  const [current, setCurrent] = useKept(kept, 'current', 0);
  const [coreTenths, setCore] = useKept(kept, 'coreTenths', lot.probeTenths);
  const [history, setHistory] = useKept(kept, 'history', false);
  const [foreign, setForeign] = useKept(kept, 'foreign', false);
  const [seen, setSeen] = useKept<Seen>(kept, 'seen', { ...nothingObserved, damage: [] });
  const [byRun, setByRun] = useState(() => window.matchMedia('(max-width: 639px)').matches);
  const [verdict, setVerdict] = useKept<Verdict | null>(kept, 'verdict', null);
  const [why, setWhy] = useKept(kept, 'why', '');
  const { send, busy, problem } = useChange(contract.grading.record);

  const last = lot.grades[0];
  const started = fish.some((f) => Object.keys(f).length > 0);
  // What was begun with one version of a scheme goes on with it, whoever changes the scheme meanwhile.
  const [offered] = useState(() => lot.schemes);
  const [schemeId, setSchemeId] = useKept(kept, 'schemeId', offered[0]!.id);
  const choices = offered.filter(
    (s, i) => offered.findIndex((x) => x.id === s.id) === i && applies(s, species, lot.condition),
  );
  // Until a sign is looked at the strip shows the last grade, on the scheme it was made with.
  const scheme =
    (started || !last
      ? choices.find((s) => s.id === schemeId)
      : lot.schemes.find((s) => s.id === last.scheme && s.version === last.schemeVersion)) ?? offered[0]!;
  const signs = signsFor(scheme, species, lot.condition);
  const shownFish = started || !last ? fish : last.fish;
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

  const looked = fish.filter((f) => Object.keys(f).length > 0);
  const done = (f: FishSigns) => signs.every((s) => f[s.id] !== undefined);
  const chosen = verdict ?? result?.verdict ?? null;
  const missing = looked.length < wanted;
  const setLevel = (signId: string, level: Level) => {
    setFish((had) => had.map((f, i) => (i === current ? { ...f, [signId]: level } : f)));
  };
  /** The usual case in one press: everything on this fish as fresh as can be. */
  const allFresh = () => signs.forEach((s) => fish[current]?.[s.id] === undefined && setLevel(s.id, 0));
  const next = () => setCurrent((i) => Math.min(fish.length - 1, i + 1));
  useKeys({
    p: () => setCurrent((i) => Math.max(0, i - 1)),
    g: () => mayGrade && setByRun((on) => !on),
  });
  const more = Math.min(lot.pieces, 60) - fish.length;

  async function record() {
    if (!started || chosen === null || busy) return;
    const outcome = await send(
      {
        scheme: scheme.id,
        schemeVersion: scheme.version,
        observed: seen,
        fish: looked,
        coreTenths,
        temperatureHistory: history,
        foreignSmell: foreign,
        verdict: chosen,
        overrideReason: why,
      },
      { id: lot.id },
    );
    if (!outcome.ok) return;
    kept.forget();
    dispatch(
      notify({
        text: say('recorded', {
          code: lot.code,
          verdictNames: verdictNames[outcome.data.verdict].toLowerCase(),
        }),
        problem: false,
      }),
    );
    void go('/grading');
  }

  const piece = isPiece(lot.condition);
  const claimed = lot.caughtOn ? Math.max(0, daysBetween(lot.caughtOn, lot.landedOn)) : null;
  return (
    <div className="pb-6">
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
          piece: piece ? say('pieces') : say('fish'),
          grams: mass(lot.grams),
          condition: inWords(lot.condition === 'whole' ? say('guts_in') : conditionName[lot.condition]),
          supplier: lot.supplier,
          gear: lot.gear ? `, ${lot.gear}` : '',
          ice: lot.ice,
        })}
      </p>
      <div className="grid grid-cols-[minmax(0,1fr)_262px] gap-8 max-sm:grid-cols-1">
        <section>
          <div className="flex items-end gap-5 max-sm:block">
            <h1 className="text-verdict font-semibold whitespace-nowrap max-sm:text-head">
              {result ? verdictNames[result.verdict] : say('what_do_the_signs_say')}
            </h1>
            <p className="pb-1 font-figure text-body leading-[19px] font-medium">
              {result ? (
                <>
                  {say('of_ice_days_used_give_or_take_mark', {
                    used: result.used.toFixed(1),
                    iceDays: species.iceDays,
                    halfWidth: result.halfWidth.toFixed(1),
                    mark: result.mark,
                  })}
                  <span className="block text-ink2">
                    {say('left_at_days_as_it_is', {
                      expected: formatTemperature(Math.round(lot.expected * 10), units),
                      daysLeft: result.daysLeft.toFixed(1),
                      daysLeftRange: result.daysLeftRange.map((d) => d.toFixed(1)).join(' to '),
                      last:
                        last && !started
                          ? ` ${say('graded_by', { gradedAt: when(last.gradedAt), gradedBy: last.gradedBy })}`
                          : '',
                    })}
                  </span>
                </>
              ) : (
                <>
                  {say('look_at_of_fish_one_sign_after', { wanted, pieces: lot.pieces })}
                  <span className="block text-ink2">{say('the_answer_forms_here_while_you')}</span>
                </>
              )}
            </p>
          </div>
          {mayGrade && (
            <div className="flex flex-wrap items-center gap-x-5 text-note max-sm:min-h-11">
              <button
                type="button"
                className="why min-h-6 max-sm:min-h-11"
                onClick={() => setByRun((on) => !on)}
              >
                {byRun ? say('all_signs_on_one_axis') : say('one_sign_at_a_time')}{' '}
                <span className="key max-sm:hidden">G</span>
              </button>
              {choices.length > 1 && !started && (
                <label className="flex items-center gap-2 text-note text-ink3">
                  {say('by')}
                  <select
                    className="h-7 border-b border-rule bg-transparent font-figure text-body font-medium text-ink"
                    value={schemeId}
                    onChange={(e) => setSchemeId(e.target.value)}
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
                      scheme.method === 'index' && result
                        ? say('points_2', { index: result.index.toFixed(1) })
                        : '',
                    calibration: scheme.calibration[species.id] ? say('on_the_shops_own_line') : '',
                  })}
                </p>
              )}
            </div>
          )}
          {result?.mixed && started && (
            <p className="mt-2 flex flex-wrap items-center gap-3 border-l-[3px] border-emberline pl-3">
              {say('the_fish_differ_by_more_than_a')}
              {more > 0 && (
                <Button
                  small
                  onPress={() => {
                    setCurrent(fish.length);
                    setFish((had) => [...had, ...Array.from({ length: Math.min(more, 3) }, () => ({}))]);
                  }}
                >
                  {say('look_at_more', { more: Math.min(more, 3) })}
                </Button>
              )}
              <span className="text-note text-ink3">{say('or_split_the_lot_at_the_door')}</span>
            </p>
          )}
          {byRun && mayGrade ? (
            <SignRun
              signs={signs}
              fish={fish}
              current={current}
              iceDays={species.iceDays}
              result={started ? result : null}
              onLevel={setLevel}
              onFish={setCurrent}
              onEnd={() => setByRun(false)}
            />
          ) : (
            <SignStrip
              speciesName={shortName(species.name)}
              iceDays={species.iceDays}
              scheme={scheme}
              signs={signs}
              fish={shownFish}
              current={Math.min(current, shownFish.length - 1)}
              grade={result}
              claimed={claimed}
              onLevel={mayGrade ? setLevel : () => undefined}
            />
          )}
          {result && !byRun && (
            <FitFor
              result={result}
              iceDays={species.iceDays}
              condition={lot.condition}
              species={species}
              celsius={lot.expected}
            />
          )}
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
                    onClick={() => setCurrent(i)}
                    className={`grid h-12 w-12 place-items-center font-figure text-label font-semibold hover:bg-lift ${current === i ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : done(f) ? '' : 'text-ink3'}`}
                  >
                    {i + 1}
                    <span
                      className="-mt-3 h-1 w-4"
                      style={{
                        background: done(f)
                          ? 'var(--ink)'
                          : Object.keys(f).length > 0
                            ? 'var(--rule)'
                            : 'transparent',
                      }}
                    />
                  </button>
                ))}
                {fish.length < Math.min(lot.pieces, 60) && (
                  <button type="button" className="why px-2" onClick={() => setFish((had) => [...had, {}])}>
                    {say('one_more')}
                  </button>
                )}
              </div>
              <div className="flex gap-2 pt-1 pb-2">
                <Button small hotkey="F" onPress={allFresh}>
                  {say('rest_is_fresh')}
                </Button>
                <Button
                  small
                  hotkey="N"
                  onPress={next}
                  notYet={current === fish.length - 1 ? say('that_is_the_last_of_the_sample') : null}
                >
                  {say('next_fish')}
                </Button>
              </div>
              <div className="grid grid-cols-2 gap-x-4 border-t border-line pt-2">
                <TemperatureField
                  label={say('core')}
                  value={coreTenths}
                  onChange={setCore}
                  note={say('limit', { limit: formatTemperature(limit * 10, units) })}
                  error={
                    coreTenths !== null && coreTenths / 10 > limit
                      ? say('over', { limit: formatTemperature(limit * 10, units) })
                      : undefined
                  }
                />
                <div className="flex flex-col gap-1 pt-1 text-note">
                  <label className="flex min-h-8 items-center gap-2">
                    <input
                      type="checkbox"
                      className="h-5 w-5 accent-(--ink2)"
                      checked={foreign}
                      onChange={(e) => setForeign(e.target.checked)}
                    />{' '}
                    {say('foreign_smell')}
                  </label>
                  <label className="flex min-h-8 items-center gap-2">
                    <input
                      type="checkbox"
                      className="h-5 w-5 accent-(--ink2)"
                      checked={history}
                      onChange={(e) => setHistory(e.target.checked)}
                    />{' '}
                    {say('history_seen')}
                  </label>
                </div>
              </div>
              <VerdictPanel
                result={started ? result : null}
                chosen={chosen}
                onChoose={setVerdict}
                why={why}
                onWhy={setWhy}
                asksWhy={
                  started &&
                  result !== null &&
                  (chosen !== result.verdict || (missing && chosen !== 'reject'))
                }
                missing={missing ? say('of_fish_looked_at', { looked: looked.length, wanted }) : null}
                problem={problem}
                busy={busy}
                onRecord={() => void record()}
              />
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
            <Beside seen={seen} onSeen={setSeen} piece={piece} farmed={lot.farmed} marks={species.marks} />
          </div>
        </details>
      )}
    </div>
  );
}
