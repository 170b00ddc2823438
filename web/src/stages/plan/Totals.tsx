import type { CutPlan, FoundPlan } from '@ember-slate/contract';
import { counterClassIds } from '@ember-slate/core/cutplan';
import { trims, type TrimId } from '@ember-slate/core/yields';
import { Mass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';

type Score = FoundPlan['score'];
const sum = (scores: readonly Score[], of: (s: Score) => number) => scores.reduce((a, s) => a + of(s), 0);
const money = (v: number) => formatMoney(Math.round(v));

/** The plan against the way of first come, line by line of its costs, and what both leave over. */
export function Totals({ species }: { species: CutPlan['species'] }) {
  const found = species.flatMap((s) => (s.found ? [s.found] : []));
  const mine = found.map((f) => f.score);
  const first = found.map((f) => f.firstCome.score);
  const rows: [string, (s: readonly Score[]) => React.ReactNode][] = [
    ['lines filled', (s) => sum(s, (x) => Object.values(x.filled).filter((v) => v >= 1).length)],
    ['orders', (s) => money(sum(s, (x) => x.orders))],
    ['counter', (s) => money(sum(s, (x) => x.counter))],
    ['trim', (s) => money(sum(s, (x) => x.trims))],
    ['cost of the fish opened', (s) => `−${money(sum(s, (x) => x.cost))}`],
    ['unfilled lines count', (s) => `−${money(sum(s, (x) => x.penalties))}`],
    ['pieces off their weight count', (s) => `−${money(sum(s, (x) => x.deviation))}`],
  ];
  const counter = counterClassIds.map((id) => [id, sum(mine, (s) => s.counterGrams[id] ?? 0)] as const);
  const trimmed = new Map<string, number>();
  for (const s of mine)
    for (const [t, g] of Object.entries(s.trimGrams)) trimmed.set(t, (trimmed.get(t) ?? 0) + g);
  return (
    <section>
      <table className="w-full text-body [&_td:not(:first-child)]:text-right [&_th:not(:first-child)]:text-right">
        <thead>
          <tr>
            <th className="text-left font-normal text-ink2">in the shop’s money</th>
            <th>first come</th>
            <th>this plan</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>fish opened</td>
            <td>
              {sum(first, (s) => s.fishOpened)}, <Mass g={Math.round(sum(first, (s) => s.gramsOpened))} />
            </td>
            <td>
              {sum(mine, (s) => s.fishOpened)}, <Mass g={Math.round(sum(mine, (s) => s.gramsOpened))} />
            </td>
          </tr>
          {rows.map(([name, of]) => (
            <tr key={name}>
              <td>{name}</td>
              <td>{of(first)}</td>
              <td>{of(mine)}</td>
            </tr>
          ))}
          <tr className="border-t-[1.5px] border-ink font-semibold">
            <td>worth</td>
            <td>{money(sum(first, (s) => s.value))}</td>
            <td>{money(sum(mine, (s) => s.value))}</td>
          </tr>
        </tbody>
      </table>
      <div className="pt-4 text-note text-ink2">
        <h3 className="text-label text-ink">What it leaves</h3>
        <p className="pt-1">
          for the counter:{' '}
          {counter
            .filter(([, g]) => g > 0)
            .map(([id, g]) => `${id} ${(g / 1000).toFixed(1)} kg`)
            .join(', ') || 'nothing'}
        </p>
        <p>
          trim:{' '}
          {[...trimmed]
            .filter(([, g]) => g >= 20)
            .sort((a, b) => b[1] - a[1])
            .map(([t, g]) => `${trims[t as TrimId].name} ${(g / 1000).toFixed(1)} kg`)
            .join(', ') || 'nothing'}
        </p>
        <p className="pt-2 text-ink3">
          Cuts on a 5 mm grid. A line counts its pieces at its price, one left unfilled half of that again;
          the counter takes the usual day’s sales at full price and half price beyond; fish with less than
          three days left cost less. Weights come from the body model (typical values, our choice): one piece
          is right to about 10 to 15 %, sums better. The bound is Lagrange’s, from column generation; first
          come is lines by due time, the oldest fish that fits, cut from the head end.
        </p>
      </div>
    </section>
  );
}
