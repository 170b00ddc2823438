import { contract } from './index.ts';
import type { Route } from './route.ts';

export { roles, tags } from './route.ts';

type Rooms = { [room: string]: Route | Rooms };

const isRoute = (at: Route | Rooms): at is Route => typeof at.path === 'string';

/** A route without its schemas, which weigh more than all the rest of a first screen. */
const light = ({ method, path, roles, kind, tags }: Route) => ({ method, path, roles, kind, tags });

const lighter = (rooms: Rooms): object =>
  Object.fromEntries(
    Object.entries(rooms).map(([name, at]) => [name, isRoute(at) ? light(at) : lighter(at)]),
  );

/**
 * Every request of the product as a screen sends it: method, path, who may, tags. The schemas stay behind as types only:
 * the screens are built with this as plain data, and send for the schemas when a form is to be checked.
 */
export const routes = lighter(contract) as typeof contract;
