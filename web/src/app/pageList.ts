import type { Role } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { matchPath } from 'react-router';
import { say } from './say.ts';

interface Address {
  path: string;
  name: string;
  /** Who may open it; everybody where nothing is said. */
  roles?: readonly Role[];
}

/** Every address and what is found there. */
export const pageList = [
  { path: 'landing', name: say('landing') },
  { path: 'grading', name: say('grading') },
  { path: 'grading/:id', name: say('grade_a_lot') },
  { path: 'orders', name: say('orders') },
  { path: 'orders/due', name: say('orders_due') },
  { path: 'orders/buying', name: say('to_buy_for_orders') },
  { path: 'orders/weekly', name: say('every_week') },
  { path: 'plan', name: say('cut_plan') },
  { path: 'plan/hand', name: say('plan_by_hand') },
  { path: 'bench', name: say('bench') },
  { path: 'bench/clock', name: say('the_bench_by_the_clock') },
  { path: 'bench/:id', name: say('a_ticket') },
  { path: 'marks', name: say('where_the_marks_are') },
  { path: 'counter', name: say('counter') },
  { path: 'counter/sales', name: say('sales'), roles: routes.counter.sales.roles },
  { path: 'counter/acts', name: say('acts_page') },
  { path: 'counter/count', name: say('stock_take') },
  { path: 'goods', name: say('other_goods_page') },
  { path: 'counter/trim', name: say('trim') },
  { path: 'close', name: say('close'), roles: routes.close.day.roles },
  { path: 'close/yields', name: say('yield_book'), roles: routes.yields.book.roles },
  { path: 'close/costs', name: say('costs_and_prices'), roles: routes.close.day.roles },
  { path: 'close/buying', name: say('what_to_buy'), roles: routes.close.day.roles },
  { path: 'close/reports', name: say('reports'), roles: routes.close.day.roles },
  { path: 'close/put-right', name: say('put_right_page'), roles: routes.books.corrections.roles },
  { path: 'species', name: say('species_book') },
  { path: 'species/:id', name: say('species_book') },
  { path: 'customers', name: say('customers'), roles: routes.accounts.list.roles },
  { path: 'customers/:id', name: say('customers'), roles: routes.accounts.list.roles },
  { path: 'suppliers', name: say('suppliers'), roles: routes.landing.supplier.roles },
  { path: 'suppliers/:id', name: say('suppliers'), roles: routes.landing.supplier.roles },
  { path: 'boats', name: say('boats_and_farms'), roles: routes.landing.boat.roles },
  { path: 'boats/:id', name: say('boats_and_farms'), roles: routes.landing.boat.roles },
  { path: 'schemes', name: say('grading_schemes') },
  { path: 'cold', name: say('cold_chain') },
  { path: 'first', name: say('what_goes_first') },
  { path: 'frozen', name: say('frozen_and_thawed') },
  { path: 'lots/:id', name: say('the_life_of_a_lot') },
  { path: 'forms', name: say('market_forms') },
  { path: 'forms/:id', name: say('market_forms') },
  { path: 'methods', name: say('cutting_methods') },
  { path: 'labels', name: say('labels') },
  { path: 'knives', name: say('knives_and_accidents') },
  { path: 'quality', name: say('how_the_cutting_goes'), roles: routes.bench.quality.roles },
  { path: 'keys', name: say('keys') },
  { path: 'settings', name: say('settings'), roles: routes.settings.all.roles },
  { path: 'people', name: say('people'), roles: routes.people.list.roles },
  { path: 'sign-ins', name: say('sign_ins'), roles: routes.people.list.roles },
  { path: 'rules', name: say('whose_rules') },
  { path: 'help', name: say('help') },
] as const satisfies readonly Address[];

const all: readonly Address[] = pageList;
const asWritten = new Map(all.map((a) => [`/${a.path}`, a]));

/** The address a path is of. Most are written as they stand: matching each in turn takes long on a slow device. */
export const addressAt = (pathname: string): Address | undefined =>
  asWritten.get(pathname) ?? all.find(({ path }) => matchPath(`/${path}`, pathname));

/** What the page at this address is called; null where there is none. */
export const pageName = (pathname: string): string | null => addressAt(pathname)?.name ?? null;

/** Whether somebody of this role may open the page at this address. */
export const mayOpen = (pathname: string, role: Role): boolean =>
  addressAt(pathname)?.roles?.includes(role) ?? true;
