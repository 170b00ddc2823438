import type { DayClose } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { say } from './say.ts';

type ToDo = DayClose['toDo'][number];

/** What still stands in the way, as a clause. */
export function toDoText(t: ToDo, mass: (g: number) => string): string {
  switch (t.kind) {
    case 'lot':
      return say('is_2', {
        speciesName: shortName(t.speciesName),
        code: t.code,
        grams: mass(Math.abs(t.short)),
        side: t.short > 0 ? say('short') : say('over'),
      });
    case 'tickets':
      return say('finish_at_the_bench', { count: t.count });
    case 'deliveries':
      return say('check_against_the_note', { count: t.count });
    case 'orders':
      return say('not_collected', { count: t.count });
    case 'alarms':
      return say('answer', { count: t.count });
    case 'checks':
      return say('sign', { count: t.count });
    case 'unread':
      return say('read_nobody_read_today', { count: t.count });
    case 'jobs':
      return say('look_at_that_could_not_be_printed', { count: t.count });
    case 'slab':
      return say('clear_off_the_slab', { count: t.count });
  }
}

export const steps = [
  { id: 'orders', name: say('orders_left') },
  { id: 'bench', name: say('bench_and_deliveries') },
  { id: 'slab', name: say('slab_cleared') },
  { id: 'waste', name: say('waste_and_its_reasons') },
  { id: 'counts', name: say('counts') },
  { id: 'lots', name: say('lots_in_balance') },
  { id: 'cold', name: say('temperatures') },
  { id: 'checks', name: say('cleaning_and_safety') },
  { id: 'till', name: say('cash_and_card') },
  { id: 'tomorrow', name: say('tomorrow_first') },
] as const;
export type StepId = (typeof steps)[number]['id'];

const kindOf: Partial<Record<StepId, readonly ToDo['kind'][]>> = {
  orders: ['orders'],
  bench: ['tickets', 'deliveries', 'jobs'],
  slab: ['slab'],
  lots: ['lot'],
  cold: ['alarms', 'unread'],
  checks: ['checks'],
};

/** What of a step is still open, in words; null when nothing is. */
export function openOf(id: StepId, d: DayClose, mass: (g: number) => string): string | null {
  const mine = d.toDo.filter((t) => kindOf[id]?.includes(t.kind));
  if (mine.length === 0) return null;
  const [first, ...rest] = mine.map((t) => toDoText(t, mass));
  return rest.length === 0 ? first! : say('and_more_3', { first: first!, rest: rest.length });
}
