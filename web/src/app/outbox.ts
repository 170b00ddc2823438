import { contract, type Route } from '@ember-slate/contract';
import { openDB, type DBSchema } from 'idb';
import { mayRetry, request } from './request.ts';

interface Kept {
  key: string;
  method: string;
  path: string;
  body: unknown;
}
interface OutboxDb extends DBSchema {
  outbox: { key: number; value: Kept };
}

const db = () =>
  openDB<OutboxDb>('ember-slate', 1, {
    upgrade: (d) => void d.createObjectStore('outbox', { autoIncrement: true }),
  });

/** What may wait on this screen while the line is gone: weigh-outs and sales, each under its own key. */
export const keepable = (route: Route): boolean =>
  ([contract.bench.weigh.path, contract.counter.sell.path] as string[]).includes(route.path);

const listeners = new Set<(count: number) => void>();
const tell = async () => {
  const count = await (await db()).count('outbox');
  for (const listener of listeners) listener(count);
};

/** Hears how much is waiting, now and after every change. */
export function onKept(listener: (count: number) => void): () => void {
  listeners.add(listener);
  void tell();
  return () => {
    listeners.delete(listener);
  };
}

export async function keep(item: Kept): Promise<void> {
  await (await db()).add('outbox', item);
  await tell();
}

let sending = false;

/**
 * Sends what was kept, oldest first, until the line is gone again. What the shop refuses is handed to `refused`
 * with its reason and taken off; what is answered was done exactly once, whatever came before. Returns how many
 * were done.
 */
export async function sendKept(refused: (why: string) => void): Promise<number> {
  if (sending) return 0;
  sending = true;
  let done = 0;
  try {
    const store = await db();
    for (const id of await store.getAllKeys('outbox')) {
      const item = await store.get('outbox', id);
      if (!item) continue;
      const outcome = await request(item.method, item.path, item.body, item.key);
      // Nobody signed in: it waits for the next sign-in.
      if (!outcome.ok && (mayRetry(outcome.problem) || outcome.problem.status === 401)) return done;
      await store.delete('outbox', id);
      await tell();
      if (outcome.ok) done++;
      else refused(outcome.problem.detail ?? outcome.problem.title);
    }
    return done;
  } finally {
    sending = false;
  }
}
