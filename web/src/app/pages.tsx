import { contract, type Role } from '@ember-slate/contract';
import type { ComponentType } from 'react';
import { matchPath } from 'react-router';
import { room } from './room.tsx';
import { say } from './say.ts';

const Landing = room(() => import('../stages/landing/Landing.tsx'));
const Grading = room(() => import('../stages/grading/Grading.tsx'));
const GradeLot = room(() => import('../stages/grading/GradeLot.tsx'));
const Orders = room(() => import('../stages/orders/Orders.tsx'));
const OrdersDue = room(() => import('../stages/orders/OrdersDue.tsx'));
const ToBuy = room(() => import('../stages/orders/ToBuy.tsx'));
const Weekly = room(() => import('../stages/orders/Weekly.tsx'));
const Plan = room(() => import('../stages/plan/Plan.tsx'));
const ByHand = room(() => import('../stages/plan/ByHand.tsx'));
const Bench = room(() => import('../stages/bench/Bench.tsx'));
const BenchClock = room(() => import('../stages/bench/BenchClock.tsx'));
const BenchTicket = room(() => import('../stages/bench/BenchTicket.tsx'));
const Marks = room(() => import('../stages/plan/Marks.tsx'));
const Counter = room(() => import('../stages/counter/Counter.tsx'));
const Sales = room(() => import('../stages/counter/Sales.tsx'));
const StockTake = room(() => import('../stages/counter/StockTake.tsx'));
const Acts = room(() => import('../stages/counter/Acts.tsx'));
const Corrections = room(() => import('../stages/books/Corrections.tsx'));
const TrimPage = room(() => import('../stages/trim/TrimPage.tsx'));
const Close = room(() => import('../stages/close/Close.tsx'));
const YieldBook = room(() => import('../stages/yields/YieldBook.tsx'));
const Costs = room(() => import('../stages/costs/Costs.tsx'));
const Buying = room(() => import('../stages/buying/Buying.tsx'));
const Reports = room(() => import('../stages/reports/Reports.tsx'));
const Book = room(() => import('../stages/species/Book.tsx'));
const Customers = room(() => import('../stages/accounts/Customers.tsx'));
const Suppliers = room(() => import('../stages/landing/Suppliers.tsx'));
const Schemes = room(() => import('../stages/grading/Schemes.tsx'));
const Cold = room(() => import('../stages/cold/Cold.tsx'));
const First = room(() => import('../stages/cold/First.tsx'));
const Frozen = room(() => import('../stages/cold/Frozen.tsx'));
const LotLifePage = room(() => import('../stages/cold/LotLifePage.tsx'));
const FormsPage = room(() => import('../stages/forms/FormsPage.tsx'));
const MethodsPage = room(() => import('../stages/forms/MethodsPage.tsx'));
const Labels = room(() => import('../stages/labels/Labels.tsx'));
const Knives = room(() => import('../stages/safety/KnivesPage.tsx'));
const Quality = room(() => import('../stages/bench/Quality.tsx'));
const People = room(() => import('../stages/people/People.tsx'));
const SignIns = room(() => import('../stages/people/SignIns.tsx'));
const Rules = room(() => import('../stages/people/Rules.tsx'));
const KeysPage = room(() => import('./KeysPage.tsx'));
const Settings = room(() => import('../stages/settings/Settings.tsx'));

interface PageOf {
  path: string;
  name: string;
  Page: ComponentType;
  /** Who may open it; everybody where nothing is said. */
  roles?: readonly Role[];
}

/** Every page, its address and what it is called; a page is loaded when it is first opened. */
export const pages: readonly PageOf[] = [
  { path: 'landing', name: say('landing'), Page: Landing },
  { path: 'grading', name: say('grading'), Page: Grading },
  { path: 'grading/:id', name: say('grade_a_lot'), Page: GradeLot },
  { path: 'orders', name: say('orders'), Page: Orders },
  { path: 'orders/due', name: say('orders_due'), Page: OrdersDue },
  { path: 'orders/buying', name: say('to_buy_for_orders'), Page: ToBuy },
  { path: 'orders/weekly', name: say('every_week'), Page: Weekly },
  { path: 'plan', name: say('cut_plan'), Page: Plan },
  { path: 'plan/hand', name: say('plan_by_hand'), Page: ByHand },
  { path: 'bench', name: say('bench'), Page: Bench },
  { path: 'bench/clock', name: say('the_bench_by_the_clock'), Page: BenchClock },
  { path: 'bench/:id', name: say('a_ticket'), Page: BenchTicket },
  { path: 'marks', name: say('where_the_marks_are'), Page: Marks },
  { path: 'counter', name: say('counter'), Page: Counter },
  { path: 'counter/sales', name: say('sales'), Page: Sales, roles: contract.counter.sales.roles },
  { path: 'counter/acts', name: say('acts_page'), Page: Acts },
  { path: 'counter/count', name: say('stock_take'), Page: StockTake },
  { path: 'counter/trim', name: say('trim'), Page: TrimPage },
  { path: 'close', name: say('close'), Page: Close, roles: contract.close.day.roles },
  { path: 'close/yields', name: say('yield_book'), Page: YieldBook, roles: contract.yields.book.roles },
  { path: 'close/costs', name: say('costs_and_prices'), Page: Costs, roles: contract.close.day.roles },
  { path: 'close/buying', name: say('what_to_buy'), Page: Buying, roles: contract.close.day.roles },
  { path: 'close/reports', name: say('reports'), Page: Reports, roles: contract.close.day.roles },
  {
    path: 'close/put-right',
    name: say('put_right_page'),
    Page: Corrections,
    roles: contract.books.corrections.roles,
  },
  { path: 'species', name: say('species_book'), Page: Book },
  { path: 'species/:id', name: say('species_book'), Page: Book },
  { path: 'customers', name: say('customers'), Page: Customers, roles: contract.accounts.list.roles },
  { path: 'customers/:id', name: say('customers'), Page: Customers, roles: contract.accounts.list.roles },
  { path: 'suppliers', name: say('suppliers'), Page: Suppliers, roles: contract.landing.supplier.roles },
  { path: 'suppliers/:id', name: say('suppliers'), Page: Suppliers, roles: contract.landing.supplier.roles },
  { path: 'schemes', name: say('grading_schemes'), Page: Schemes },
  { path: 'cold', name: say('cold_chain'), Page: Cold },
  { path: 'first', name: say('what_goes_first'), Page: First },
  { path: 'frozen', name: say('frozen_and_thawed'), Page: Frozen },
  { path: 'lots/:id', name: say('the_life_of_a_lot'), Page: LotLifePage },
  { path: 'forms', name: say('market_forms'), Page: FormsPage },
  { path: 'forms/:id', name: say('market_forms'), Page: FormsPage },
  { path: 'methods', name: say('cutting_methods'), Page: MethodsPage },
  { path: 'labels', name: say('labels'), Page: Labels },
  { path: 'knives', name: say('knives_and_accidents'), Page: Knives },
  { path: 'quality', name: say('how_the_cutting_goes'), Page: Quality, roles: contract.bench.quality.roles },
  { path: 'keys', name: say('keys'), Page: KeysPage },
  { path: 'settings', name: say('settings'), Page: Settings, roles: contract.settings.all.roles },
  { path: 'people', name: say('people'), Page: People, roles: contract.people.list.roles },
  { path: 'sign-ins', name: say('sign_ins'), Page: SignIns, roles: contract.people.list.roles },
  { path: 'rules', name: say('whose_rules'), Page: Rules },
];

const pageAt = (pathname: string): PageOf | undefined =>
  pages.find(({ path }) => matchPath(`/${path}`, pathname));

/** What the page at this address is called; null where there is none. */
export const pageName = (pathname: string): string | null => pageAt(pathname)?.name ?? null;

/** Whether somebody of this role may open the page at this address. */
export const mayOpen = (pathname: string, role: Role): boolean =>
  pageAt(pathname)?.roles?.includes(role) ?? true;
