import type { DayClose } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';

type ToDo = DayClose['toDo'][number];
const many = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`;

/** What still stands in the way, as a clause. */
export function toDoText(t: ToDo, mass: (g: number) => string): string {
  switch (t.kind) {
    case 'lot':
      return `${shortName(t.speciesName)} ${t.code} is ${mass(Math.abs(t.short))} ${t.short > 0 ? 'short' : 'over'}`;
    case 'tickets':
      return `finish ${many(t.count, 'ticket')} at the bench`;
    case 'deliveries':
      return `check ${t.count === 1 ? 'a delivery' : `${t.count} deliveries`} against the note`;
    case 'orders':
      return `${many(t.count, 'order')} not collected`;
    case 'alarms':
      return `answer ${many(t.count, 'warm or silent stretch', 'warm or silent stretches')}`;
    case 'checks':
      return `sign ${many(t.count, 'check')}`;
    case 'unread':
      return `read ${many(t.count, 'place')} nobody read today`;
    case 'jobs':
      return `look at ${many(t.count, 'thing')} that could not be printed`;
    case 'slab':
      return `clear ${many(t.count, 'row')} off the slab`;
  }
}

export const steps = [
  { id: 'orders', name: 'Orders left' },
  { id: 'bench', name: 'Bench and deliveries' },
  { id: 'slab', name: 'Slab cleared' },
  { id: 'waste', name: 'Waste and its reasons' },
  { id: 'counts', name: 'Counts' },
  { id: 'lots', name: 'Lots in balance' },
  { id: 'cold', name: 'Temperatures' },
  { id: 'checks', name: 'Cleaning and safety' },
  { id: 'till', name: 'Cash and card' },
  { id: 'tomorrow', name: 'Tomorrow first' },
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
  return rest.length === 0 ? first! : `${first!}, and ${rest.length} more`;
}
