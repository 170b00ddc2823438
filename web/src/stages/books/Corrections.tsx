import { routes } from '@ember-slate/contract/routes';
import { addDays } from '@ember-slate/core/calendar';
import { useDay } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { CloseNav } from '../../parts/CloseNav.tsx';
import { DayStep } from '../../parts/DayStep.tsx';
import { Table } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { say } from './say.ts';

/** How far back the list looks from its day. */
const daysShown = 7;

/** What was put right: what a record said before and since, by whom and why. */
export default function Corrections() {
  const { today, when } = useTimes();
  const [day, setDay] = useDay('day', today());
  const { data, problem, refetch } = useRead(routes.books.corrections, {
    query: { from: addDays(day, 1 - daysShown), to: day },
  });
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  return (
    <div className="screen">
      <CloseNav />
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-1 pb-2">
        <div>
          <h1 className="text-head max-sm:text-big">
            {data.length === 0 ? say('nothing_was_put_right') : say('put_right', { count: data.length })}
          </h1>
          <p className="text-ink2">{say('the_week_up_to')}</p>
        </div>
        <DayStep day={day} onDay={setDay} />
      </div>
      <div className="pane flex-1 border-t border-line">
        {data.length === 0 ? (
          <p className="pt-3 text-ink2">{say('each_correction_stands_here')}</p>
        ) : (
          <Table
            label={say('put_right', { count: data.length })}
            rows={data}
            keyOf={(c) => c.id}
            columns={[
              { head: say('when'), cell: (c) => when(c.at), className: 'whitespace-nowrap text-ink2' },
              { head: say('record'), cell: (c) => c.name, className: 'font-figure text-label font-semibold' },
              {
                head: say('was_and_is'),
                cell: (c) => (
                  <ul>
                    {c.changes.map((x) => (
                      <li key={x.what}>
                        {x.what}: <span className="text-ink2 line-through">{x.was || '–'}</span>{' '}
                        {x.now || '–'}
                      </li>
                    ))}
                  </ul>
                ),
              },
              { head: say('why'), cell: (c) => c.reason, className: 'text-ink2' },
              { head: say('by_whom'), wide: true, cell: (c) => c.by, className: 'text-ink2' },
            ]}
          />
        )}
      </div>
    </div>
  );
}
