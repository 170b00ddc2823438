import { parseArgs } from 'node:util';
import { planFaults, score } from '@ember-slate/core/cutplan';
import { loadSolver, seeded, solve } from '@ember-slate/core/cutplan/solver';
import { bodyRows, rowDay } from '@ember-slate/core/cutplan/testing';

/**
 * Plans of every body row by size: how far each is from its own proven bound in % of its takings, how many are proven the
 * best there is, wall and CPU seconds. `--seeds 5` asks for so many, `--rows cod,skate` and `--sizes small,day` for some
 * only; `--sizes huge --rows hake` is asked for by name only, and takes half a minute a day.
 */
const { values } = parseArgs({
  options: {
    seeds: { type: 'string', default: '3' },
    rows: { type: 'string', default: bodyRows.join(',') },
    sizes: { type: 'string', default: 'small,day,large' },
  },
});
const firstSeed = 90_001;
const sizes = {
  small: { fish: 8, lines: 12, seconds: 3, wanted: 'proven in nine of ten' },
  day: { fish: 15, lines: 20, seconds: 3, wanted: 'within 0.70 %' },
  large: { fish: 40, lines: 60, seconds: 8, wanted: 'within 1.00 %' },
  huge: { fish: 150, lines: 200, seconds: 30, wanted: 'within 4.00 %' },
} as const;
/** A plan is proven when its bound leaves less than half a cent. */
const provenWithin = 0.5;

const highs = await loadSolver();
for (const name of values.sizes.split(',') as (keyof typeof sizes)[]) {
  const { fish, lines, seconds, wanted } = sizes[name];
  console.log(`\n${fish} fish x ${lines} lines in ${seconds} s, wanted: ${wanted}`);
  for (const row of values.rows.split(',')) {
    const gaps: number[] = [];
    let [proven, wall, cpu, gain] = [0, 0, 0, 0];
    for (let i = 0; i < Number(values.seeds); i++) {
      const problem = rowDay(firstSeed + i, fish, lines, row);
      const before = process.cpuUsage();
      const from = performance.now();
      const so = solve(highs, problem, [], seconds, {
        now: () => performance.now(),
        random: seeded(firstSeed + i),
        stopped: () => false,
        tell: () => undefined,
      });
      wall += (performance.now() - from) / 1000;
      const used = process.cpuUsage(before);
      cpu += (used.user + used.system) / 1e6;
      if (planFaults(problem, so.plan).length > 0)
        throw new Error(`A plan with a fault: ${row}, seed ${firstSeed + i}`);
      const { value, gross } = score(problem, so.plan);
      const left = (so.bound ?? Infinity) - value;
      if (left < provenWithin) proven++;
      gaps.push((100 * Math.max(0, left)) / Math.max(1, gross));
      gain += value - so.firstCome.score.value;
    }
    const n = gaps.length;
    console.log(
      `  ${row.padEnd(15)} gap ${(gaps.reduce((a, b) => a + b, 0) / n).toFixed(2).padStart(5)} %, worst ${Math.max(
        ...gaps,
      )
        .toFixed(2)
        .padStart(
          5,
        )} %, proven ${proven} of ${n}, ${(gain / n / 100).toFixed(2)} more than first come; ${(wall / n).toFixed(1)} s wall, ${(cpu / n).toFixed(1)} s CPU`,
    );
  }
}
