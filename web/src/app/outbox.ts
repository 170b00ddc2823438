import type { Problem, Route } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { openDB, type DBSchema } from 'idb';
import { mayRetry, request } from './request.ts';

/** Something done on this screen that did not reach the shop yet, and who did it. */
export interface Entry {
  key: string;
  method: string;
  path: string;
  body: unknown;
  /** Who did it: it is sent in nobody else's name. Null in entries an older version kept. */
  who: { id: number; name: string } | null;
  at: number;
  /** Why the shop refused it; it stays here until somebody mends it or throws it away. */
  refused?: string;
}
export interface Kept extends Entry {
  id: number;
}
interface OutboxDb extends DBSchema {
  outbox: { key: number; value: Entry };
}

const db = () =>
  openDB<OutboxDb>('ember-slate', 1, {
    upgrade: (d) => void d.createObjectStore('outbox', { autoIncrement: true }),
  });

/** What may wait on this screen while the line is gone: weigh-outs and sales, each under its own key. */
export const keepable = (route: Route): boolean =>
  ([routes.bench.weigh.path, routes.counter.sell.path] as string[]).includes(route.path);

/** Everything kept on this screen, oldest first. */
export async function keptEntries(): Promise<Kept[]> {
  const store = await db();
  const [ids, values] = [await store.getAllKeys('outbox'), await store.getAll('outbox')];
  return values.map((value, i) => ({ ...value, who: value.who ?? null, at: value.at ?? 0, id: ids[i]! }));
}

const listeners = new Set<(kept: Kept[]) => void>();
const tell = async () => {
  const kept = await keptEntries();
  for (const listener of listeners) listener(kept);
};

/** Hears what is kept, now and after every change. */
export function onKept(listener: (kept: Kept[]) => void): () => void {
  listeners.add(listener);
  void tell();
  return () => {
    listeners.delete(listener);
  };
}

export async function keep(entry: Omit<Entry, 'at'>): Promise<void> {
  await (await db()).add('outbox', { ...entry, at: Date.now() });
  await tell();
}

/** Throws an entry away, on a person's word. */
export async function throwAway(id: number): Promise<void> {
  await (await db()).delete('outbox', id);
  await tell();
}

const change = async ({ id, ...entry }: Kept, refused: string | undefined) => {
  const { refused: _had, ...rest } = entry;
  await (await db()).put('outbox', refused === undefined ? rest : { ...rest, refused }, id);
  await tell();
};

/** Nobody is signed in, or the shop does not answer: it waits, nothing is known to be wrong with it. */
const waits = (problem: Problem) => mayRetry(problem) || problem.status === 401 || problem.status === 429;

let sending = false;

interface Sender {
  id: number;
  role: 'counter' | 'bench' | 'manager';
}

/** Whether an entry goes out with this person signed in: their own, or others' on a manager's word. */
const goes = (entry: Kept, me: Sender, vouched: boolean) =>
  entry.who?.id === me.id || (vouched && me.role === 'manager');

/**
 * Sends what this person did and the shop has not got yet, oldest first, until the line is gone again. With `vouched` a
 * manager sends what others did, in their names. What the shop refuses stays here with its reason. Returns how many
 * went in.
 */
export async function sendKept(me: Sender, vouched = false): Promise<number> {
  if (sending) return 0;
  sending = true;
  let done = 0;
  try {
    for (const entry of await keptEntries()) {
      if (entry.refused !== undefined || !goes(entry, me, vouched)) continue;
      const outcome = await send(entry, me);
      if (outcome === 'waits') return done;
      if (outcome === 'done') done++;
    }
    return done;
  } finally {
    sending = false;
  }
}

/** Sends one entry again, refused or not. */
export const sendAgain = async (entry: Kept, me: Sender): Promise<boolean> =>
  goes(entry, me, true) && (await send(entry, me)) === 'done';

async function send(entry: Kept, me: Sender): Promise<'done' | 'waits' | 'refused'> {
  const other = entry.who !== null && entry.who.id !== me.id;
  const outcome = await request(
    entry.method,
    entry.path,
    entry.body,
    entry.key,
    other ? { 'In-The-Name-Of': String(entry.who!.id) } : {},
  );
  if (outcome.ok) {
    await throwAway(entry.id);
    return 'done';
  }
  if (waits(outcome.problem)) return 'waits';
  const errors = outcome.problem.errors?.[0]?.message;
  await change(entry, errors ?? outcome.problem.detail ?? outcome.problem.title);
  return 'refused';
}
