import type { Act } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useRead } from '../../app/api.ts';
import { usePlaceName, useTimes } from '../../app/shop.tsx';
import { BesideCounter } from '../../parts/BesideCounter.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { Table } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { WithReason } from '../../parts/WithReason.tsx';
import { say } from './say.ts';

const ends: Readonly<Record<string, string>> = {
  'end:waste': say('the_bin'),
  'end:kitchen': say('the_kitchen'),
};

/** What it was: its row, or the first of several. */
function named({ lines }: Act): string {
  const [first] = lines;
  if (!first) return '–';
  return lines.length > 1 ? say('and_more_rows', { name: first.name, more: lines.length - 1 }) : first.name;
}

/** Where it went; of a count, which way the book was off. */
function Way({ act }: { act: Act }) {
  const placeName = usePlaceName();
  const [first] = act.lines;
  const where = (account: string) => ends[account] ?? placeName(account);
  if (!first) return null;
  if (act.kind === 'count')
    return first.to === 'end:unaccounted'
      ? say('counted_less_in', { place: where(first.from) })
      : say('counted_more_in', { place: where(first.to) });
  return say('from_to', { from: where(first.from), to: where(first.to) });
}

/** What was moved, binned and counted today; what was done by mistake is taken back here. */
export default function Acts() {
  const { data: acts, problem, refetch } = useRead(routes.counter.acts);
  const { time } = useTimes();
  if (!acts) return <Waiting problem={problem} onRetry={refetch} />;
  return (
    <div className="screen">
      <BesideCounter
        title={
          acts.length === 0 ? say('nothing_moved_yet') : say('moved_binned_counted', { acts: acts.length })
        }
      >
        {say('what_was_done_by_mistake_is_taken_back')}
      </BesideCounter>
      <div className="pane flex-1 border-t border-line">
        {acts.length > 0 && (
          <Table
            label={say('moved_binned_counted', { acts: acts.length })}
            rows={acts}
            keyOf={(a) => a.id}
            columns={[
              { head: say('at_time'), cell: (a) => time(a.at), className: 'whitespace-nowrap text-ink2' },
              {
                head: say('what'),
                cell: (a) => (
                  <>
                    <div className={a.takenBack ? 'line-through' : ''}>{named(a)}</div>
                    <div className="text-note text-ink2">
                      {a.lines[0]?.code} · <Way act={a} />
                    </div>
                  </>
                ),
                className: 'py-1',
              },
              {
                head: say('weight'),
                figure: true,
                cell: (a) => <Mass g={a.lines.reduce((s, l) => s + l.grams, 0)} />,
              },
              {
                head: say('why'),
                wide: true,
                cell: (a) => a.reason,
                className: 'text-ink2',
              },
              { head: say('by_whom'), wide: true, cell: (a) => a.by, className: 'text-ink2' },
              {
                className: 'text-right',
                cell: (a) =>
                  a.takenBack ? (
                    say('taken_back')
                  ) : (
                    <WithReason
                      draft={`take back act ${a.id}`}
                      route={routes.counter.takeBack}
                      params={{ id: a.id }}
                      body={(reason) => ({ reason })}
                      open={say('take_this_back')}
                      label={say('what_was_wrong')}
                      act={say('take_it_back')}
                      quiet
                      className="inline-block py-1 text-left"
                    />
                  ),
              },
            ]}
          />
        )}
      </div>
    </div>
  );
}
