import type { Route } from '@ember-slate/contract';

type Rooms = { [room: string]: Route | Rooms };

const isRoute = (at: Route | Rooms): at is Route => typeof at.path === 'string';

const find = (rooms: Rooms, of: Route): Route | undefined => {
  for (const at of Object.values(rooms)) {
    const found = isRoute(at)
      ? at.path === of.path && at.method === of.method
        ? at
        : undefined
      : find(at, of);
    if (found) return found;
  }
  return undefined;
};

const load = () => import('@ember-slate/contract');

/** Sends for the contract's schemas before a form asks. */
export const schemasAhead = (): void => void load().catch(() => undefined);

/** What may be sent to a route; null where it takes nothing, or its schema does not come: then the shop alone checks it. */
export async function bodyOf(route: Route): Promise<NonNullable<Route['body']> | null> {
  const contract = await load().then(
    (module) => module.contract,
    () => null,
  );
  return (contract && find(contract, route)?.body) ?? null;
}
