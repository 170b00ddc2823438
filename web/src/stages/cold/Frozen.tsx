import type { FrozenRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { useDegrees } from '../../parts/temperature.ts';
import { Table, type Column } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { onHand } from './onHand.tsx';
import { say } from './say.ts';

function headline(rows: readonly FrozenRow[]): string {
  const thawed = rows.filter((r) => r.thawedAt !== null).length;
  const frozen = rows.length - thawed;
  if (rows.length === 0) return say('nothing_is_frozen');
  const packs = say('in_the_freezer', { frozen });
  return thawed === 0 ? packs : say('thawed_use_them_first', { thawed, packs });
}

/** What is frozen and what has thawed, by the day it must be used, with what the freezer proves for raw use. */
export default function Frozen() {
  const { data: rows, problem, refetch } = useRead(routes.cold.frozen);
  const { when, dayWords } = useTimes();
  const degrees = useDegrees();
  if (!rows) return <Waiting problem={problem} onRetry={refetch} />;
  const proof = ({ freezing: f, raw }: FrozenRow) => {
    if (!f) return raw ? say('by_its_paper') : say('never_in_the_freezer');
    const rule = say('h_at', { hours: f.rule.hours, celsius: degrees(f.rule.celsius) });
    if (f.met) return say('complete_since', { completeAt: when(f.completeAt!), rule });
    if (raw) return say('by_its_paper');
    return f.completeAt
      ? say('of_complete_if_it_stays_so_cold', {
          hours: f.hours.toFixed(1),
          rule,
          completeAt: when(f.completeAt),
        })
      : say('not_complete_of', { hours: f.hours.toFixed(1), rule });
  };
  const columns: readonly Column<FrozenRow>[] = [
    ...onHand(say('fish')),
    { head: say('frozen'), cell: (r) => (r.frozenAt ? when(r.frozenAt) : ''), apart: true, wide: true },
    { head: say('thawed'), cell: (r) => (r.thawedAt ? when(r.thawedAt) : ''), wide: true },
    {
      head: say('for_raw_use'),
      cell: (r) => <span className={`text-note ${r.raw ? 'text-rime' : 'text-ink2'}`}>{proof(r)}</span>,
    },
    {
      head: say('use_by'),
      cell: (r) => (
        <span className={r.thawedAt ? 'text-embertext' : ''}>
          {r.useBy ? dayWords(r.useBy) : say('over')}
        </span>
      ),
    },
  ];
  return (
    <div className="pb-6">
      <h1 className="text-head max-sm:text-big">{headline(rows)}</h1>
      <p className="max-w-[44rem] pb-3 text-ink2">{say('frozen_fish_keeps_it_does_not_get')}</p>
      {rows.length > 0 && (
        <Table
          label={say('frozen_and_thawed')}
          columns={columns}
          rows={rows}
          keyOf={(r) => `${r.lotId} ${r.itemName} ${r.placeName} ${r.frozenAt} ${r.thawedAt}`}
        />
      )}
    </div>
  );
}
