import { inWords } from '@ember-slate/words/core';
import type { GradingLot } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { conditionName, isPiece, shortName } from '@ember-slate/core/species';
import { formatTemperature } from '@ember-slate/core/units';
import { Link, useNavigate } from 'react-router';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { useAppSelector } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { DayClock } from '../../parts/DayClock.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { Table, type Column } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { verdictNames } from './words.ts';
import { say } from './say.ts';

/** Why a waiting lot stands where it stands. */
function reason(lot: GradingLot): string {
  if (lot.condition === 'whole') return say('guts_in_first');
  return lot.ice === 'none'
    ? say('came_without_ice')
    : `${lot.ice === 'buried' ? say('in_ice') : say('little_ice')}`;
}

export default function Grading() {
  const { data: lots, problem, refetch } = useRead(routes.grading.lots);
  const units = useAppSelector((s) => s.prefs.units);
  const { dayName, today } = useTimes();
  const go = useNavigate();
  if (!lots) return <Waiting problem={problem} onRetry={refetch} />;
  const waiting = lots.filter((l) => l.verdict === null);
  const graded = lots.filter((l) => l.verdict !== null);
  const landed = (day: string) => (day === today() ? say('today') : dayName(day));
  const columns: readonly Column<GradingLot>[] = [
    {
      head: say('lot_2'),
      className: 'whitespace-nowrap',
      cell: (l) => (
        <Link
          to={`/grading/${l.id}`}
          className="font-figure text-label font-semibold underline decoration-line decoration-1 underline-offset-4"
        >
          {l.code}
        </Link>
      ),
    },
    {
      head: say('fish_2'),
      cell: (l) => (
        <>
          {shortName(l.speciesName)}{' '}
          <span className="text-note text-ink3">
            {say('landed', {
              condition: isPiece(l.condition) ? `${inWords(conditionName[l.condition])}, ` : '',
              pieces: l.pieces,
              landedOn: landed(l.landedOn),
            })}
          </span>
        </>
      ),
    },
    { head: say('from'), cell: (l) => l.supplier, className: 'text-ink2', wide: true },
    { head: say('weight'), cell: (l) => <Mass g={l.grams} />, figure: true },
    {
      head: say('core'),
      cell: (l) => (l.probeTenths === null ? '–' : formatTemperature(l.probeTenths, units)),
      figure: true,
      wide: true,
    },
    {
      head: say('verdict'),
      cell: (l) =>
        l.verdict === null ? (
          <strong className="font-semibold">{reason(l)}</strong>
        ) : (
          <span className="text-ink2">{verdictNames[l.verdict]}</span>
        ),
    },
    {
      head: say('sell_by'),
      cell: (l) => (
        <DayClock
          sellBy={l.sellBy}
          graded={l.verdict !== null}
          perDay={16}
          days={7}
          quiet={l.verdict === 'reject' || l.verdict === 'hold'}
        />
      ),
      wide: true,
    },
  ];
  return (
    <div>
      <div className="flex items-center justify-between gap-4 pb-3">
        <div>
          <h1 className="text-head max-sm:text-big">
            {waiting.length > 0
              ? say('look_at_the_first', { speciesName: shortName(waiting[0]!.speciesName).toLowerCase() })
              : say('every_lot_is_graded')}
          </h1>
          <p className="text-ink2">
            {waiting.length > 0
              ? say('lots_wait_for_a_grade_ungraded', { waiting: waiting.length })
              : say('grade_again_any_time_nothing_is')}
          </p>
        </div>
        {waiting[0] && (
          <Button kind="main" hotkey="Enter" onPress={() => void go(`/grading/${waiting[0]!.id}`)}>
            {say('grade', { code: waiting[0].code })}
          </Button>
        )}
      </div>
      <Table columns={columns} rows={[...waiting, ...graded]} keyOf={(l) => l.id} />
      {lots.length === 0 && <p className="pt-6 text-ink2">{say('no_fish_in_the_shop_what_is_landed')}</p>}
      <p className="pt-3 pb-6 text-note text-ink3">{say('bar_from_now_to_the_last_evening')}</p>
    </div>
  );
}
