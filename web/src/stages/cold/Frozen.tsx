import { contract, type FrozenRow } from '@ember-slate/contract';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { useDegrees } from '../../parts/temperature.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { OnHandCells } from './OnHandCells.tsx';

function headline(rows: readonly FrozenRow[]): string {
  const thawed = rows.filter((r) => r.thawedAt !== null).length;
  const frozen = rows.length - thawed;
  if (rows.length === 0) return 'Nothing is frozen';
  const packs = `${frozen} in the freezer`;
  return thawed === 0 ? packs : `${thawed} thawed, use ${thawed === 1 ? 'it' : 'them'} first; ${packs}`;
}

/** What is frozen and what has thawed, by the day it must be used, with what the freezer proves for raw use. */
export default function Frozen() {
  const { data: rows, problem, refetch } = useRead(contract.cold.frozen);
  const { when, dayWords } = useTimes();
  const degrees = useDegrees();
  if (!rows) return <Waiting problem={problem} onRetry={refetch} />;
  const proof = ({ freezing: f, raw }: FrozenRow) => {
    if (!f) return raw ? 'by its paper' : 'never in the freezer';
    const rule = `${f.rule.hours} h at ${degrees(f.rule.celsius)}`;
    if (f.met) return `complete since ${when(f.completeAt!)}: ${rule}`;
    if (raw) return 'by its paper';
    return f.completeAt
      ? `${f.hours.toFixed(1)} of ${rule}; complete ${when(f.completeAt)} if it stays so cold`
      : `not complete: ${f.hours.toFixed(1)} of ${rule}`;
  };
  return (
    <div className="pb-6">
      <h1 className="text-head max-sm:text-big">{headline(rows)}</h1>
      <p className="max-w-[44rem] pb-3 text-ink2">
        Frozen fish keeps, it does not get younger; thawed fish lasts two days at most and is not frozen
        again. Freezing kills parasites; it does not remove bacteria, histamine or toxins.
      </p>
      {rows.length > 0 && (
        <table className="plain" aria-label="frozen and thawed">
          <thead>
            <tr>
              <th>Fish</th>
              <th className="max-sm:hidden">Where</th>
              <th className="text-right">Weight</th>
              <th className="pl-6 max-sm:hidden">Frozen</th>
              <th className="max-sm:hidden">Thawed</th>
              <th>For raw use</th>
              <th>Use by</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={`${r.lotId} ${r.itemName} ${r.placeName} ${r.frozenAt} ${r.thawedAt}`}>
                <OnHandCells row={r} />
                <td className="pl-6 max-sm:hidden">{r.frozenAt ? when(r.frozenAt) : ''}</td>
                <td className="max-sm:hidden">{r.thawedAt ? when(r.thawedAt) : ''}</td>
                <td className={`text-note ${r.raw ? 'text-rime' : 'text-ink2'}`}>{proof(r)}</td>
                <td className={r.thawedAt ? 'text-embertext' : ''}>{r.useBy ? dayWords(r.useBy) : 'over'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
