import { inWords } from '@ember-slate/words/core';
import type { CutPlan, FoundPlan } from '@ember-slate/contract';
import { counterClassIds } from '@ember-slate/core/cutplan';
import { trims, type TrimId } from '@ember-slate/core/yields';
import { Mass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { worthOf } from './pieces.ts';
import { say } from './say.ts';
import { Table } from '../../parts/Table.tsx';

type Score = FoundPlan['score'];
const sum = (scores: readonly Score[], of: (s: Score) => number) => scores.reduce((a, s) => a + of(s), 0);
const percent = (share: number) => (share * 100).toFixed(0);
const money = (v: number) => formatMoney(Math.round(v));

/** The plan against the way of first come, line by line of its costs, and what both leave over. */
export function Totals({ species, spread }: Pick<CutPlan, 'species' | 'spread'>) {
  const found = species.flatMap((s) => (s.found ? [s.found] : []));
  const mine = found.map((f) => f.score);
  const first = found.map((f) => f.firstCome.score);
  const rows: [string, (s: readonly Score[]) => React.ReactNode][] = [
    [
      say('fish_opened'),
      (s) => (
        <>
          {sum(s, (x) => x.fishOpened)}, <Mass g={Math.round(sum(s, (x) => x.gramsOpened))} />
        </>
      ),
    ],
    [say('lines_filled'), (s) => sum(s, (x) => Object.values(x.filled).filter((v) => v >= 1).length)],
    [say('orders'), (s) => money(sum(s, (x) => x.orders))],
    [say('counter'), (s) => money(sum(s, (x) => x.counter))],
    [say('trim_3'), (s) => money(sum(s, (x) => x.trims))],
    [say('cost_of_the_fish_opened'), (s) => `−${money(sum(s, (x) => x.cost))}`],
    [say('pieces_off_their_weight_count'), (s) => `−${money(sum(s, (x) => x.deviation))}`],
  ];
  const counter = counterClassIds.map((id) => [id, sum(mine, (s) => s.counterGrams[id] ?? 0)] as const);
  const trimmed = new Map<string, number>();
  for (const s of mine)
    for (const [t, g] of Object.entries(s.trimGrams)) trimmed.set(t, (trimmed.get(t) ?? 0) + g);
  return (
    <section>
      <Table
        rows={rows}
        keyOf={([name]) => name}
        columns={[
          { head: say('in_the_shops_money'), cell: ([name]) => name },
          { head: say('first_come_2'), cell: ([, of]) => of(first), figure: true },
          { head: say('this_plan'), cell: ([, of]) => of(mine), figure: true },
        ]}
        sums={[say('worth'), money(sum(first, worthOf)), money(sum(mine, worthOf))]}
      />
      <div className="pt-4 text-note text-ink2">
        <h3 className="text-label text-ink">{say('what_it_leaves')}</h3>
        <p className="pt-1">
          {say('for_the_counter_2', {
            counter:
              counter
                .filter(([, g]) => g > 0)
                .map(([id, g]) => say('kg_2', { id, kilograms: (g / 1000).toFixed(1) }))
                .join(', ') || say('nothing'),
          })}
        </p>
        <p>
          {say('trim_2', {
            sort:
              [...trimmed]
                .filter(([, g]) => g >= 20)
                .sort((a, b) => b[1] - a[1])
                .map(([t, g]) =>
                  say('kg_3', { trims: inWords(trims[t as TrimId].name), kilograms: (g / 1000).toFixed(1) }),
                )
                .join(', ') || say('nothing'),
          })}
        </p>
        <p className="pt-2 text-ink3">{say('cuts_on_a_5_mm_grid_a_line_counts')}</p>
        <p className="pt-2 text-ink3">
          {spread.tickets > 0
            ? say('chances_rest_on_this_shop', {
                fish: percent(spread.fish),
                cut: percent(spread.cut),
                tickets: spread.tickets,
              })
            : say('chances_rest_on_what_is_usual', {
                fish: percent(spread.fish),
                cut: percent(spread.cut),
              })}
        </p>
      </div>
    </section>
  );
}
