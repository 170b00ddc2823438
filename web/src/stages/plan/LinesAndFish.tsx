import type { PlanLine } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { Table, type Column } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { useWant } from '../../parts/forms.ts';
import { say } from './say.ts';

/** The lots that could serve a line, the one that must go soonest first. */
const servedBy = (line: PlanLine) =>
  line.offers
    .filter((o) => o.refusal === null && o.fishFree > 0)
    .toSorted((a, b) => a.daysLeftCut - b.daysLeftCut);

/** Every line that waits, against the fish that could serve it: what there is to see until there is a plan. */
export function LinesAndFish() {
  const { data, problem, refetch } = useRead(routes.plan.lines);
  const { when } = useTimes();
  const want = useWant();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const columns: Column<PlanLine>[] = [
    { head: say('due'), cell: (l) => when(l.dueAt) },
    { head: say('whose_order'), cell: (l) => `${l.orderNumber} ${l.customer}` },
    { head: say('asked_for'), cell: (l) => `${l.speciesName}, ${want(l)}` },
    {
      head: say('fish_that_could_serve_it'),
      cell: (l) => {
        const lots = servedBy(l);
        if (lots.length === 0) return <span className="text-embertext">{l.promise.because}</span>;
        return lots.map((o) => say('lot_with_fish_free', { code: o.code, fish: o.fishFree })).join(', ');
      },
    },
  ];
  return <Table columns={columns} rows={data} keyOf={(l) => l.id} least={640} />;
}
