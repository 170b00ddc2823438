import type { Grading, Lot, Species } from './useGrading.ts';
import { FitFor } from './FitFor.tsx';
import { SignRun } from './SignRun.tsx';
import { SignStrip } from '../../parts/SignStrip.tsx';
import { daysBetween } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { useShop } from '../../app/shop.tsx';

/** The signs themselves: one after the other, or all on one axis of ice days. */
export function Signs({
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
