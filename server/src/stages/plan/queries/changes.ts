import type { FoundPlan, PlanChanges, PlanSpecies } from '@ember-slate/contract';
import { counterClassIds, planChanges } from '@ember-slate/core/cutplan';
import type { Reader } from '../../../platform/context.ts';
import { type Solutions, planBefore, planRow, type PlanRow, valueOf, worthOf } from './runs.ts';

const opened = (p: PlanRow) => ({
  species: JSON.parse(p.problems) as PlanSpecies[],
  found: JSON.parse(p.found) as Solutions,
});

/** What a plan does otherwise than the one before it. */
export async function changesOf(work: Reader, id: number): Promise<PlanChanges> {
  const plan = await planRow(work, id);
  const before = await planBefore(work, plan);
  const now = opened(plan);
  if (!before) return { before: null, value: valueOf(now.found), species: [] };
  const was = opened(before);
  const ids = new Set([...was.species, ...now.species].map((s) => s.speciesId));
  const species = [...ids].map((speciesId): PlanChanges['species'][number] => {
    const [a, b] = [was.species, now.species].map((list) => list.find((s) => s.speciesId === speciesId));
    const [had, has] = [was.found[speciesId], now.found[speciesId]];
    const fish = new Map([...(a?.fish ?? []), ...(b?.fish ?? [])].map((f) => [f.id, f]));
    const lines = new Map([...(a?.lines ?? []), ...(b?.lines ?? [])].map((l) => [l.id, l]));
    // Fish of one lot and weight are alike.
    const key = (f: string) => JSON.stringify([fish.get(f)?.code ?? '', Math.round(fish.get(f)?.grams ?? 0)]);
    const codeOf = (k: string) => (JSON.parse(k) as [string, number])[0];
    const changed = planChanges(
      { plan: had?.plan ?? { fish: [] }, filled: had?.score.filled ?? {} },
      { plan: has?.plan ?? { fish: [] }, filled: has?.score.filled ?? {} },
      key,
    );
    return {
      speciesId,
      speciesName: (b ?? a)!.speciesName,
      value: { before: had ? worthOf(had.score) : 0, after: has ? worthOf(has.score) : 0 },
      lines: changed.lines.flatMap(({ line, kind, from, to }) => {
        const l = lines.get(line);
        if (!l) return [];
        const [old, young] = [a, b].map((s) => s?.lines.some((x) => x.id === line) === true);
        return [
          {
            lineId: l.lineId,
            orderNumber: l.orderNumber,
            customer: l.customer,
            form: l.form,
            kind: !old ? ('new' as const) : !young ? ('gone' as const) : kind,
            from: from.map(codeOf),
            to: to.map(codeOf),
          },
        ];
      }),
      fish: changed.fish.map(({ fish: k, more }) => {
        const [code, grams] = JSON.parse(k) as [string, number];
        return { code, grams, more };
      }),
      counter: counterClassIds.flatMap((c) => {
        const of = (f: FoundPlan | undefined) => f?.score.counterGrams[c] ?? 0;
        const grams = of(has) - of(had);
        return Math.abs(grams) >= 10 ? [{ id: c, grams }] : [];
      }),
    };
  });
  return {
    before: {
      id: before.id,
      madeAt: before.madeAt.toISOString(),
      madeBy: before.madeBy,
      value: valueOf(was.found),
    },
    value: valueOf(now.found),
    // Better marks alone are money too: what the species say adds up to what the plan says.
    species: species.filter(
      (s) =>
        s.lines.length + s.fish.length + s.counter.length > 0 ||
        Math.abs(s.value.after - s.value.before) >= 0.5,
    ),
  };
}
