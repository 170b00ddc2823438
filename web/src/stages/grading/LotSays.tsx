import type { Grading, Lot, Species } from './useGrading.ts';
import { Link } from 'react-router';
import { conditionName, isPiece, shortName } from '@ember-slate/core/species';
import { formatTemperature } from '@ember-slate/core/units';
import { inWords } from '@ember-slate/words/core';
import { say } from './say.ts';
import { useAppSelector } from '../../app/store.ts';
import { useMass } from '../../parts/Mass.tsx';
import { useTimes } from '../../app/shop.tsx';
import { verdictNames } from './words.ts';

/** Which lot it is, and how it came. */
export function WhichLot({ lot, species }: { lot: Lot; species: Species }) {
  const mass = useMass();
  return (
    <p className="text-ink2">
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
export function SignsSay({ of, lot, species }: { of: Grading; lot: Lot; species: Species }) {
  const { when } = useTimes();
  const units = useAppSelector((s) => s.prefs.units);
  const { result, last, started } = of;
  return (
    <div className="flex flex-wrap items-end gap-x-5">
      <h1 className="text-verdict font-semibold whitespace-nowrap small:text-head small:whitespace-normal">
        {result ? verdictNames[result.verdict] : say('what_do_the_signs_say')}
      </h1>
      <p className="flex-[1_1_13rem] pb-1 font-figure text-body leading-[19px] font-medium">
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
            ? say(result.verdict === 'use_today' ? 'sold_today_the_signs_leave' : 'left_at_days_as_it_is', {
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
export function HowLooked({
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
              <option key={s.id} value={s.id}>
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
