import type { AnswerOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { Link, useParams } from 'react-router';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { PaneList } from '../../parts/PaneList.tsx';
import { Table, type Column } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { boatPath } from './words.ts';
import { say } from './say.ts';

type Boat = AnswerOf<typeof routes.landing.boat>;

function Record({ name }: { name: string }) {
  const { data: boat, problem, refetch } = useRead(routes.landing.boat, { query: { name } });
  const { dayName } = useTimes();
  const mass = useMass();
  if (!boat) return <Waiting problem={problem} onRetry={refetch} />;
  const marks = boat.lots.flatMap((l) => (l.mark === null ? [] : [l.mark]));
  const columns: readonly Column<Boat['lots'][number]>[] = [
    { head: say('landed_on'), className: 'whitespace-nowrap', cell: (l) => dayName(l.landedOn) },
    {
      head: say('fish'),
      cell: (l) => (
        <>
          {shortName(l.speciesName)}{' '}
          <Link className="why" to={`/lots/${l.id}`}>
            {l.code}
          </Link>
        </>
      ),
    },
    { head: say('supplier'), cell: (l) => l.supplier, wide: true },
    {
      head: boat.farm ? say('harvested_on') : say('caught_on'),
      cell: (l) => (l.caughtOn ? dayName(l.caughtOn) : say('not_said')),
      className: 'whitespace-nowrap',
      wide: true,
    },
    { head: say('weight'), cell: (l) => <Mass g={l.grams} />, figure: true },
    {
      head: say('verdict_head'),
      cell: (l) => (l.verdict ? say('verdict_is', { verdict: l.verdict }) : say('not_graded')),
    },
    { head: say('grade_of_100'), cell: (l) => l.mark ?? '–', figure: true },
  ];
  return (
    <div className="pb-6">
      <h1 className="text-head max-sm:text-big">
        {marks.length === 0
          ? boat.name
          : say('mark_on_average', {
              record: boat.name,
              marks: Math.round(marks.reduce((s, m) => s + m, 0) / marks.length),
            })}
      </h1>
      <p className="pb-3 text-ink2">
        {say('lots_landed_of_it', {
          n: boat.lots.length,
          grams: mass(boat.lots.reduce((s, l) => s + l.grams, 0)),
        })}
      </p>
      <Table
        label={say('lots_of', { name: boat.name })}
        columns={columns}
        rows={boat.lots}
        keyOf={(l) => l.id}
      />
    </div>
  );
}

/** Boats and farms, and what was landed of each, whoever brought it. */
export default function Boats() {
  const { data, problem, refetch } = useRead(routes.landing.boats);
  const chosen = useParams().id;
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const shown = chosen ?? data[0]?.name;
  if (shown === undefined)
    return (
      <>
        <h1 className="text-head">{say('no_boat_yet')}</h1>
        <p className="text-ink2">{say('no_boat_yet_how')}</p>
      </>
    );
  return (
    <div className="panes grid-cols-[210px_minmax(0,1fr)]">
      <PaneList
        label={say('boats_and_farms')}
        chosen={shown}
        rows={data.map((b) => ({
          key: b.name,
          name: b.name,
          detail: say('lots_n', { n: b.lots }),
          to: boatPath(b.name),
        }))}
      />
      <div className="pane">
        <Record key={shown} name={shown} />
      </div>
    </div>
  );
}
