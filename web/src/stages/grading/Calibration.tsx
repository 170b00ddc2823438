import type { AnswerOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { bandAt } from '@ember-slate/core/freshness';
import { shortName } from '@ember-slate/core/species';
import { useMemo, useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useSpecies } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { LineChart } from '../../parts/LineChart.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { Why } from '../../parts/Why.tsx';
import type { KeptScheme } from './words.ts';
import { say } from './say.ts';

type Answer = AnswerOf<typeof routes.grading.calibration>;

/** The shop's grades as dots, the shipped line dashed, its own with its band. */
function chartOf(data: Answer | undefined, iceDays: number) {
  const pairs = data?.pairs ?? [];
  const fit = data?.fit ?? null;
  const max = Math.max(iceDays, ...pairs.map((p) => p.days));
  const steps = Array.from({ length: 25 }, (_, i) => (i / 24) * max);
  const top = Math.max((data?.shippedSlope ?? 1) * max, ...pairs.map((p) => p.index));
  return {
    series: [
      ...(fit
        ? [
            {
              kind: 'band' as const,
              points: [
                ...steps.map((d) => [d, fit.intercept + fit.slope * d + bandAt(fit, d)] as const),
                ...steps
                  .toReversed()
                  .map((d) => [d, fit.intercept + fit.slope * d - bandAt(fit, d)] as const),
              ],
            },
            {
              kind: 'line' as const,
              points: [0, max].map((d) => [d, fit.intercept + fit.slope * d] as const),
            },
          ]
        : []),
      { kind: 'dashed' as const, points: [0, max].map((d) => [d, (data?.shippedSlope ?? 1) * d] as const) },
      { kind: 'dots' as const, points: pairs.map((p) => [p.days, p.index] as const) },
    ],
    x: {
      min: 0,
      max,
      ticks: Array.from({ length: Math.floor(max / 2) + 1 }, (_, i) => i * 2),
      name: (d: number) => String(d),
    },
    y: { min: 0, max: Math.ceil(top * 1.05), name: (v: number) => v.toFixed(0), unit: say('points_axis') },
  };
}

const isEnough = ({ fit, needed }: Answer) => fit !== null && fit.pairs >= needed;

/** What the grades come to, and whether they may replace the shipped line. */
function Verdict({ data, index }: { data: Answer; index: boolean }) {
  const { fit } = data;
  const enough = isEnough(data);
  return (
    <p className="pt-3">
      {fit
        ? say('grades_a_day_from_scattering_by', {
            pairs: fit.pairs,
            slope: fit.slope.toFixed(2),
            index: index ? say('points') : say('days'),
            intercept: fit.intercept.toFixed(1),
            residualSd: fit.residualSd.toFixed(2),
          })
        : say('grades_no_rising_line_in_them_yet', { pairs: data.pairs.length })}{' '}
      {data.applied
        ? say('its_own_line_is_in_use_from_grades', { pairs: data.applied.pairs })
        : enough
          ? say('as_shipped_until_a_manager_applies')
          : say('it_takes_to_replace_the_shipped', { needed: data.needed })}{' '}
      <Why>
        <p>
          {say('ordinary_least_squares_of_the', {
            intercept: fit ? fit.intercept.toFixed(2) : 'a',
            slope: fit ? fit.slope.toFixed(2) : 'b',
          })}
        </p>
      </Why>
    </p>
  );
}

/** Puts the shop's own line in use, or the shipped one back. */
function Apply({ scheme, speciesId, data }: { scheme: KeptScheme; speciesId: string; data: Answer }) {
  const { send, busy, problem } = useChange(routes.grading.calibrate);
  const apply = async (on: boolean) => {
    await send({ speciesId, apply: on, version: scheme.version }, { id: scheme.id });
  };
  return (
    <>
      <div className="flex gap-3 pt-3">
        <Button
          kind="main"
          busy={busy}
          notYet={isEnough(data) ? null : say('it_takes_grades_that_rise_with_the', { needed: data.needed })}
          onPress={() => void apply(true)}
        >
          {data.applied ? say('draw_it_anew') : say('use_our_own_line')}
        </Button>
        {data.applied && <Button onPress={() => void apply(false)}>{say('back_to_the_shipped_one')}</Button>}
      </div>
      {problem && (
        <p role="alert" className="pt-2 text-embertext">
          {problem.detail}
        </p>
      )}
    </>
  );
}

/** The shop's own lots with a known catch date on this scheme: a regression with its band, applied on a manager's word. */
export function Calibration({ scheme, mayApply }: { scheme: KeptScheme; mayApply: boolean }) {
  const book = useSpecies();
  const options = useMemo(
    () =>
      [...book.values()]
        .filter((s) => scheme.species === null || scheme.species.includes(s.id))
        .map((s) => ({ value: s.id, name: shortName(s.name) })),
    [book, scheme],
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const speciesId = chosen ?? scheme.species?.[0] ?? 'hake';
  const { data } = useRead(routes.grading.calibration, {
    query: { scheme: scheme.id, species: speciesId },
  });
  const iceDays = book.get(speciesId)?.iceDays ?? 14;
  const chart = useMemo(() => chartOf(data, iceDays), [data, iceDays]);
  const fit = data?.fit ?? null;
  return (
    <div>
      <Picker
        className="w-64"
        label={say('species')}
        value={speciesId}
        options={options}
        onChange={setChosen}
      />
      {data && data.pairs.length === 0 ? (
        <p className="py-4 text-ink2">{say('no_grade_of_it_by_this_scheme_with', { needed: data.needed })}</p>
      ) : (
        <LineChart label={say('days_in_ice_against_the_index')} height={270} {...chart} />
      )}
      <p className="pt-1 text-note text-ink3">
        {say('across_days_since_the_catch_kept', {
          method: scheme.method === 'index' ? say('points') : say('days_the_signs_say'),
          fit: fit ? ` ${say('line_and_band_our_own_90')}` : '',
        })}
      </p>
      {data && <Verdict data={data} index={scheme.method === 'index'} />}
      {data && data.agreement.fish > 0 && (
        <p className="pt-1 text-ink2">
          {say('two_graders_on_the_same_fish_fish', {
            fish: data.agreement.fish,
            kappa: data.agreement.kappa === null ? say('cannot_be_told') : data.agreement.kappa.toFixed(2),
          })}
        </p>
      )}
      {mayApply && data && <Apply scheme={scheme} speciesId={speciesId} data={data} />}
    </div>
  );
}
