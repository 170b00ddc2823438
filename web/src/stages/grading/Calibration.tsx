import { contract, type AnswerOf, type Problem } from '@ember-slate/contract';
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

type Answer = AnswerOf<typeof contract.grading.calibration>;

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
    y: { min: 0, max: Math.ceil(top * 1.05), name: (v: number) => v.toFixed(0) },
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
        ? `${fit.pairs} grades: ${fit.slope.toFixed(2)} ${index ? 'points' : 'days'} a day from ${fit.intercept.toFixed(1)}, scattering by ${fit.residualSd.toFixed(2)}.`
        : `${data.pairs.length} grades: no rising line in them yet.`}{' '}
      {data.applied
        ? `Its own line is in use, from ${data.applied.pairs} grades.`
        : enough
          ? 'As shipped until a manager applies it.'
          : `It takes ${data.needed} to replace the shipped line.`}{' '}
      <Why>
        <p>
          Ordinary least squares of the index on the days since the catch. With it, days = (index −{' '}
          {fit ? fit.intercept.toFixed(2) : 'a'}) ÷ {fit ? fit.slope.toFixed(2) : 'b'}, and the scatter about
          the line takes the place of the scheme’s shipped uncertainty. The band is where 90 of 100 further
          lots would lie.
        </p>
      </Why>
    </p>
  );
}

/** Puts the shop's own line in use, or the shipped one back. */
function Apply({ scheme, speciesId, data }: { scheme: KeptScheme; speciesId: string; data: Answer }) {
  const { send, busy } = useChange(contract.grading.calibrate);
  const [problem, setProblem] = useState<Problem | null>(null);
  const apply = async (on: boolean) => {
    const outcome = await send({ speciesId, apply: on, version: scheme.version }, { id: scheme.id });
    setProblem(outcome.ok ? null : outcome.problem);
  };
  return (
    <>
      <div className="flex gap-3 pt-3">
        <Button
          kind="main"
          busy={busy}
          notYet={isEnough(data) ? null : `it takes ${data.needed} grades that rise with the days`}
          onPress={() => void apply(true)}
        >
          {data.applied ? 'Draw it anew' : 'Use our own line'}
        </Button>
        {data.applied && <Button onPress={() => void apply(false)}>Back to the shipped one</Button>}
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
  const { data } = useRead(contract.grading.calibration, {
    query: { scheme: scheme.id, species: speciesId },
  });
  const iceDays = book.get(speciesId)?.iceDays ?? 14;
  const chart = useMemo(() => chartOf(data, iceDays), [data, iceDays]);
  const fit = data?.fit ?? null;
  return (
    <div>
      <Picker className="w-64" label="Species" value={speciesId} options={options} onChange={setChosen} />
      {data && data.pairs.length === 0 ? (
        <p className="py-4 text-ink2">
          No grade of it by this scheme with a known catch date yet. From {data.needed} on a line of our own
          can be drawn.
        </p>
      ) : (
        <LineChart label="Days in ice against the index" height={270} {...chart} />
      )}
      <p className="pt-1 text-note text-ink3">
        across: days since the catch, kept in ice · up:{' '}
        {scheme.method === 'index' ? 'points' : 'days the signs say'} · dots: our grades · dashed: as shipped
        {fit ? ' · line and band: our own, 90 %' : ''}
      </p>
      {data && <Verdict data={data} index={scheme.method === 'index'} />}
      {data && data.agreement.fish > 0 && (
        <p className="pt-1 text-ink2">
          Two graders on the same fish: {data.agreement.fish} fish, agreement{' '}
          {data.agreement.kappa === null ? 'cannot be told' : data.agreement.kappa.toFixed(2)} of 1
          (quadratic-weighted kappa).
        </p>
      )}
      {mayApply && data && <Apply scheme={scheme} speciesId={speciesId} data={data} />}
    </div>
  );
}
