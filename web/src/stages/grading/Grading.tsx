import { contract, type GradingLot } from '@ember-slate/contract';
import { conditionName, isPiece, shortName } from '@ember-slate/core/species';
import { formatTemperature } from '@ember-slate/core/units';
import { Link, useNavigate } from 'react-router';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { useAppSelector } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { DayClock } from '../../parts/DayClock.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { verdictNames } from './words.ts';

/** Why a waiting lot stands where it stands. */
function reason(lot: GradingLot): string {
  if (lot.condition === 'whole') return 'guts in: first';
  return lot.ice === 'none' ? 'came without ice' : `${lot.ice === 'buried' ? 'in ice' : 'little ice'}`;
}

export default function Grading() {
  const { data: lots, problem, refetch } = useRead(contract.grading.lots);
  const units = useAppSelector((s) => s.prefs.units);
  const { dayName, today } = useTimes();
  const go = useNavigate();
  if (!lots) return <Waiting problem={problem} onRetry={refetch} />;
  const waiting = lots.filter((l) => l.verdict === null);
  const graded = lots.filter((l) => l.verdict !== null);
  const landed = (day: string) => (day === today() ? 'today' : dayName(day));
  return (
    <div>
      <div className="flex items-center justify-between gap-4 pb-3">
        <div>
          <h1 className="text-head max-sm:text-big">
            {waiting.length > 0
              ? `Look at the ${shortName(waiting[0]!.speciesName).toLowerCase()} first`
              : 'Every lot is graded'}
          </h1>
          <p className="text-ink2">
            {waiting.length > 0
              ? `${waiting.length} ${waiting.length === 1 ? 'lot waits' : 'lots wait'} for a grade; ungraded fish is neither promised nor sold.`
              : 'Grade again any time: nothing is replaced.'}
          </p>
        </div>
        {waiting[0] && (
          <Button kind="main" hotkey="Enter" onPress={() => void go(`/grading/${waiting[0]!.id}`)}>
            Grade {waiting[0].code}
          </Button>
        )}
      </div>
      <table className="plain">
        <thead>
          <tr>
            <th>Lot</th>
            <th>Fish</th>
            <th className="max-sm:hidden">From</th>
            <th className="text-right">Weight</th>
            <th className="text-right max-sm:hidden">Core</th>
            <th>Verdict</th>
            <th className="max-sm:hidden">Sell by</th>
          </tr>
        </thead>
        <tbody>
          {[...waiting, ...graded].map((l) => (
            <tr key={l.id} className="hover:bg-lift">
              <td className="whitespace-nowrap">
                <Link
                  to={`/grading/${l.id}`}
                  className="font-figure text-label font-semibold underline decoration-line decoration-1 underline-offset-4"
                >
                  {l.code}
                </Link>
              </td>
              <td>
                {shortName(l.speciesName)}{' '}
                <span className="text-note text-ink3">
                  {isPiece(l.condition) ? `${conditionName[l.condition]}, ` : ''}
                  {l.pieces}, landed {landed(l.landedOn)}
                </span>
              </td>
              <td className="text-ink2 max-sm:hidden">{l.supplier}</td>
              <td className="num">
                <Mass g={l.grams} />
              </td>
              <td className="num max-sm:hidden">
                {l.probeTenths === null ? '–' : formatTemperature(l.probeTenths, units)}
              </td>
              <td className={l.verdict === null ? '' : 'text-ink2'}>
                {l.verdict === null ? (
                  <strong className="font-semibold">{reason(l)}</strong>
                ) : (
                  verdictNames[l.verdict]
                )}
              </td>
              <td className="max-sm:hidden">
                <DayClock
                  sellBy={l.sellBy}
                  graded={l.verdict !== null}
                  perDay={16}
                  days={7}
                  quiet={l.verdict === 'reject' || l.verdict === 'hold'}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {lots.length === 0 && (
        <p className="pt-6 text-ink2">No fish in the shop. What is landed waits here for its grade.</p>
      )}
      <p className="pt-3 pb-6 text-note text-ink3">
        bar: from now to the last evening it may be sold, one tick an evening
      </p>
    </div>
  );
}
