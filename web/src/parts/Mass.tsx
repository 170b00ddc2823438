import type { WeightSource } from '@ember-slate/contract';
import { formatMass, massText, massUnit } from '@ember-slate/core/units';
import { useAppSelector } from '../app/store.ts';
import { say } from './say.ts';

/** A weight in this screen's units; the unit smaller and lighter than its number. */
export function Mass({ g, sign }: { g: number; sign?: boolean }) {
  const units = useAppSelector((s) => s.prefs.units);
  return (
    <span className="whitespace-nowrap">
      {sign && g > 0 ? '+' : ''}
      {formatMass(g, units)}
      <span className="ml-[3px] text-[0.8em] font-medium text-ink2">{massUnit(g, units)}</span>
    </span>
  );
}

/** A weight as plain text, for sentences. */
export function useMass(): (g: number) => string {
  const units = useAppSelector((s) => s.prefs.units);
  return (g) => massText(g, units);
}

const meanings: Record<WeightSource, string> = {
  measured: say('measured'),
  typed: say('typed'),
  estimated: say('estimated'),
  simulated: say('from_a_simulated_scale'),
};

/** How a weight is known: three posts measured, one post typed, a wave estimated, broken posts simulated. */
export function SourceMark({ source }: { source: WeightSource }) {
  const paths: Record<WeightSource, string> = {
    measured: 'M 2 2 V 14 M 9 7 V 14 M 16 2 V 14',
    typed: 'M 9 2 V 12 M 1 14 H 17',
    estimated: 'M 1 8 C 4 2 7 2 9 8 S 14 14 17 8',
    // Three posts that are not solid.
    simulated: 'M 2 2 V 5 M 2 8 V 11 M 9 7 V 9 M 9 12 V 14 M 16 2 V 5 M 16 8 V 11',
  };
  return (
    <svg width="18" height="16" role="img" aria-label={meanings[source]} className="shrink-0">
      <title>{meanings[source]}</title>
      <path
        d={paths[source]}
        fill="none"
        stroke={source === 'measured' ? 'var(--ink)' : 'var(--ink2)'}
        strokeWidth="1.75"
      />
    </svg>
  );
}
