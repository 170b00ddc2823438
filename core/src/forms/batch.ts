/** One ticket as the bench's queue sees it. */
export interface QueuedTicket {
  id: number;
  number: number;
  species: string;
  fish: number;
  /** Steps still before it, in order. */
  stepsAhead: readonly string[];
}

export interface Batch {
  step: string;
  species: string;
  tickets: number[];
  numbers: number[];
  fish: number;
}

/** Steps worth doing for several tickets before the board is cleaned once (common practice). */
const batched = ['scale', 'gut', 'slime'];

/** Like work that can be done in one go: the same messy step on the same species, for two tickets or more. */
export function likeWork(tickets: readonly QueuedTicket[]): Batch[] {
  const found = new Map<string, Batch>();
  for (const t of tickets)
    for (const step of batched.filter((s) => t.stepsAhead.includes(s))) {
      const key = `${step} ${t.species}`;
      const had = found.get(key) ?? { step, species: t.species, tickets: [], numbers: [], fish: 0 };
      found.set(key, {
        ...had,
        tickets: [...had.tickets, t.id],
        numbers: [...had.numbers, t.number],
        fish: had.fish + t.fish,
      });
    }
  return [...found.values()].filter((b) => b.tickets.length > 1).sort((a, b) => b.fish - a.fish);
}
