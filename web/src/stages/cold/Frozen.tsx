import { contract, type FrozenRow } from '@ember-slate/contract';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { useDegrees } from '../../parts/temperature.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { OnHandCells } from './OnHandCells.tsx';
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
  const { data: rows, problem, refetch } = useRead(contract.cold.frozen);
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
  return (
    <div className="pb-6">
      <h1 className="text-head max-sm:text-big">{headline(rows)}</h1>
      <p className="max-w-[44rem] pb-3 text-ink2">{say('frozen_fish_keeps_it_does_not_get')}</p>
      {rows.length > 0 && (
        <table className="plain" aria-label={say('frozen_and_thawed')}>
          <thead>
            <tr>
              <th>{say('fish')}</th>
              <th className="max-sm:hidden">{say('where')}</th>
              <th className="text-right">{say('weight')}</th>
              <th className="pl-6 max-sm:hidden">{say('frozen')}</th>
              <th className="max-sm:hidden">{say('thawed')}</th>
              <th>{say('for_raw_use')}</th>
              <th>{say('use_by')}</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={`${r.lotId} ${r.itemName} ${r.placeName} ${r.frozenAt} ${r.thawedAt}`}>
                <OnHandCells row={r} />
                <td className="pl-6 max-sm:hidden">{r.frozenAt ? when(r.frozenAt) : ''}</td>
                <td className="max-sm:hidden">{r.thawedAt ? when(r.thawedAt) : ''}</td>
                <td className={`text-note ${r.raw ? 'text-rime' : 'text-ink2'}`}>{proof(r)}</td>
                <td className={r.thawedAt ? 'text-embertext' : ''}>
                  {r.useBy ? dayWords(r.useBy) : say('over')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
