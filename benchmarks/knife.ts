import { parseArgs } from 'node:util';
import { remark, usualSpread, type Known } from '@ember-slate/core/body';
import {
  edgeShare,
  modesOf,
  score,
  sectionOf,
  windowOf,
  type Plan,
  type PlanProblem,
} from '@ember-slate/core/cutplan';
import { loadSolver, seeded, solve } from '@ember-slate/core/cutplan/solver';
import { normalOf } from '@ember-slate/core/testing';
import { rowDay } from '@ember-slate/core/cutplan/testing';

/**
 * Plans under the knife: days of which each fish runs heavy or light by a share nobody knows and each cut is off by its
 * own (the usual spread), cut at marks that stay and at marks made anew after each weighed piece; once with pieces anywhere
 * in their windows, once kept from the edge. Invented days; `--plans` so many plans, each lived through `--days` times.
 */
const { values } = parseArgs({
  options: {
    plans: { type: 'string', default: '20' },
    days: { type: 'string', default: '50' },
    rows: { type: 'string', default: 'salmon,hake,cod,sea_bass' },
  },
});
interface Row {
  z: Parameters<typeof remark>[0];
  pieces: { from: number; to: number; grams: number; line: string | null }[];
}

/** Rows of pieces that are cut one after another along one section, with what they should weigh. */
function rowsOf(problem: PlanProblem, plan: Plan): Row[][] {
  return plan.fish.map((planned) => {
    const fish = problem.fish.find((f) => f.id === planned.fish)!;
    const mode = modesOf(problem, fish).find((m) => m.id === planned.mode)!;
    const rows = new Map<string, Row>();
    for (const p of planned.pieces.toSorted((a, b) => a.fromMm - b.fromMm)) {
      const { section } = sectionOf(mode, p.section)!;
      const form = problem.forms.get(problem.lines.find((l) => l.id === p.line)?.form ?? '');
      const share = form ? (section.factor(form) ?? 1) : 1;
      const row = rows.get(`${p.section} ${p.copy}`) ?? {
        z: {
          from: 0,
          to: section.lengthMm,
          grams: share,
          curve: {
            at: section.at,
            invert: (y) => {
              let [low, high] = [0, section.lengthMm];
              for (let i = 0; i < 40; i++) {
                const middle = (low + high) / 2;
                if (section.at(middle) < y) low = middle;
                else high = middle;
              }
              return (low + high) / 2;
            },
          },
        },
        pieces: [],
      };
      row.pieces.push({ from: p.fromMm, to: p.toMm, grams: p.grams, line: p.line });
      rows.set(`${p.section} ${p.copy}`, row);
    }
    return [...rows.values()].filter((r) => mode.id !== 'whole' && r.pieces.length > 0);
  });
}

const highs = await loadSolver();
const tally = () => ({ pieces: 0, missed: 0, short: 0, lines: 0, kept: 0, whole: 0, days: 0 });
const marks = ['that stay', 'made anew'] as const;
/** Plans as they were before, and of pieces kept from the edge of their windows, as the shop plans. */
const plans = [0, edgeShare].map((edge) => ({ edge, worth: 0, filled: 0, ways: [tally(), tally()] }));
for (const row of values.rows.split(','))
  for (let seed = 1; seed <= Number(values.plans) / values.rows.split(',').length; seed++) {
    const day = rowDay(seed, 15, 20, row);
    // As the shop plans: a gram off the weight asked for costs what it would fetch.
    const dearest = Math.max(...day.counter.map((k) => k.perKg));
    const plain = { ...day, settings: { ...day.settings, deviationPerKg: dearest } };
    for (const of of plans) {
      const problem = { ...plain, settings: { ...plain.settings, edgePerKg: dearest * of.edge } };
      const random = seeded(seed);
      const { plan } = solve(highs, problem, [], 1, {
        now: () => performance.now(),
        random,
        stopped: () => false,
        tell: () => undefined,
      });
      const { value, filled } = score(plain, plan);
      of.worth += value;
      of.filled += Object.values(filled).reduce((s, share) => s + share, 0);
      const fish = rowsOf(problem, plan);
      for (let lived = 0; lived < Number(values.days); lived++) {
        // Box and Muller: a normal draw of two even ones.
        const hidden = fish.map((rows) => ({
          factor: 1 + usualSpread.fish * normalOf(random),
          rows: rows.map((r) => ({ ...r, cuts: r.pieces.map(() => usualSpread.cut * normalOf(random)) })),
        }));
        for (const [way, sum] of of.ways.entries()) {
          const fits = new Map<string, boolean>();
          for (const { factor, rows } of hidden) {
            let known: Known | undefined;
            for (const { z, pieces, cuts } of rows) {
              const weighed: number[] = [];
              for (const [i, p] of pieces.entries()) {
                const at = way === 1 ? remark(z, pieces, weighed, known).pieces[i]! : p;
                const model = z.grams * (z.curve.at(at.to) - z.curve.at(at.from));
                const came = model * factor * (1 + cuts[i]!);
                weighed.push(came);
                const line = problem.lines.find((l) => l.id === p.line);
                if (!line || line.pieces === null) continue;
                const [least, most] = windowOf(problem, line);
                const fit = came >= least && came <= most;
                sum.pieces++;
                if (!fit) sum.missed++;
                sum.short += Math.max(0, least - came);
                fits.set(line.id, (fits.get(line.id) ?? true) && fit);
              }
              known = remark(z, pieces, weighed, known);
            }
          }
          sum.lines += fits.size;
          sum.kept += [...fits.values()].filter(Boolean).length;
          sum.whole += [...fits.values()].every(Boolean) ? 1 : 0;
          sum.days++;
        }
      }
    }
  }
for (const { edge, worth, filled, ways } of plans) {
  console.log(
    `${edge === 0 ? 'pieces anywhere in their windows' : 'pieces kept from the edge'}: worth ${(worth / 100).toFixed(2)}, ${filled.toFixed(1)} lines filled`,
  );
  for (const [way, s] of ways.entries())
    console.log(
      `  marks ${marks[way]}: ${((100 * s.missed) / s.pieces).toFixed(1).padStart(5)} % of pieces miss their window, ${((100 * s.kept) / s.lines).toFixed(1)} % of lines all within, ${((100 * s.whole) / s.days).toFixed(1)} % of days, ${(s.short / s.days).toFixed(0)} g short a day; ${s.days} days`,
    );
}
