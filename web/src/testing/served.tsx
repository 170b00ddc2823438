import { noTax } from '@ember-slate/core/prices';
import {
  contract,
  type AnswerOf,
  type Me,
  type MoneySettings,
  type Order,
  type Route,
  type StockRow,
} from '@ember-slate/contract';
import { sameHours, tradingDay } from '@ember-slate/core/calendar';
import { catalogue } from '@ember-slate/core/species';
import { morningZone } from '@ember-slate/core/testing';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { expect, vi } from 'vitest';
import { api } from '../app/api.ts';
import { ShopContext, type Shop } from '../app/shop.tsx';
import { drafts } from '../app/drafts.ts';
import { setPrefs, store } from '../app/store.ts';
import { TakeWeightProvider } from '../app/takeWeight.tsx';

export const shop: Shop = {
  name: 'Test Slip',
  sample: false,
  timeZone: morningZone(),
  currency: 'EUR',
  tax: noTax,
  hours: sameHours([1, 2, 3, 4, 5, 6], { opens: 8 * 60, closes: 18 * 60 }),
  shut: [],
  ruleProfile: 'eu',
  idleLockMinutes: 10,
  staff: [],
  places: {
    'place:cold_room': 'Back cold store',
    'place:slab': 'Slab',
    'place:display': 'Display case',
    'place:freezer': 'Long freezer',
    'place:van': 'Van',
    'place:order_shelf': 'Order shelf',
    'place:bench': 'Bench',
  },
  keeps: ['place:cold_room', 'place:slab', 'place:display', 'place:freezer', 'place:van'],
  devices: { scale: 'simulated', sensors: 'none', printer: 'simulated', probe: 'simulated' },
  me: null,
};
/** The day it is in the shop of these tests. */
export const shopDay = tradingDay(new Date(), shop);
const book = catalogue.map((s) => ({ ...s, own: false, sold: true, version: 1 }));

/** A request a screen sent. */
export interface Sent {
  method: string;
  path: string;
  body: unknown;
}

const routes = Object.values(contract).flatMap((room) => Object.values(room as Record<string, Route>));
const patterns = routes.map((route) => ({
  route,
  pattern: new RegExp(`^${route.path.replace(/:\w+/g, '[^/]+')}$`),
}));
/** The route of the contract that a request is. */
function routeOf(method: string, path: string): Route {
  const [place] = path.split('?');
  const found = patterns.find((p) => p.route.method === method && p.pattern.test(place!));
  if (!found) throw new Error(`No route of the contract: ${method} ${path}`);
  return found.route;
}

/** Answers and requests of the running test that the contract does not allow. */
let wrong: string[] = [];
/** Fails a test whose answers or requests were not as the contract says. */
export function expectAgreed(): void {
  const found = wrong;
  wrong = [];
  expect(found, 'against the contract').toEqual([]);
}
const held = (what: string, schema: Route['body'], value: unknown) => {
  const read = schema?.safeParse(value);
  if (read && !read.success)
    wrong.push(`${what}: ${read.error.issues.map((i) => `${i.path.join('.')} ${i.message}`).join('; ')}`);
};

/** What the shop answers: by path, or by method and path; or whatever a route is asked. */
type Answers = Readonly<Record<string, unknown>> | ((route: Route) => unknown);

/** The answer to a request: what was given, or an empty one where the contract has one, or that it is not there. */
function answerTo(answers: Answers, method: string, path: string): unknown {
  const route = routeOf(method, path);
  const asked = typeof answers === 'function' ? answers(route) : undefined;
  if (asked !== undefined) return asked;
  const given: Readonly<Record<string, unknown>> = {
    '/api/species': book,
    ...(typeof answers === 'function' ? {} : answers),
  };
  const answer = given[`${method} ${path}`] ?? given[path];
  if (answer !== undefined) return answer;
  const empty = [[], { id: 1 }, { version: 2 }].find((e) => route.answer.safeParse(e).success);
  return (
    empty ?? new Refusal({ status: 404, code: 'not-found', detail: 'Not among the answers of this test' })
  );
}

/**
 * Shows a screen as it stands behind the sign-in, over a shop that gives these answers. What is answered, and what the
 * screen sends, must be as the contract says, or the test fails.
 */
export function served(
  screen: ReactNode,
  answers: Answers,
  me: Me = { id: 3, name: 'Wil Aster', role: 'counter' },
  address = '/',
  of: Partial<Shop> = {},
): Sent[] {
  const sent: Sent[] = [];
  for (const form of Object.keys(store.getState().drafts)) store.dispatch(drafts.actions.thrownAway(form));
  store.dispatch(setPrefs({ units: 'metric' }));
  store.dispatch(api.util.resetApiState());
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    const method = init.method ?? 'GET';
    const route = routeOf(method, path);
    if (method !== 'GET') {
      const body = JSON.parse(init.body as string) as unknown;
      sent.push({ method, path, body });
    }
    const answer = answerTo(answers, method, path);
    const problem = answer instanceof Refusal ? answer.problem : null;
    if (!problem) {
      if (method !== 'GET') held(`sent ${method} ${path}`, route.body, sent.at(-1)!.body);
      held(`answered ${method} ${path}`, route.answer, answer);
    }
    return Promise.resolve(
      new Response(JSON.stringify(problem ?? answer), { status: problem?.status ?? 200 }),
    );
  });
  shownTo(me, screen, address, of);
  return sent;
}

/** Shows a screen to somebody, with what is kept on the device as it is. */
export function shownTo(me: Me, screen: ReactNode, address = '/', of: Partial<Shop> = {}) {
  render(
    <Provider store={store}>
      <ShopContext value={{ shop: { ...shop, ...of }, me }}>
        <TakeWeightProvider>
          <MemoryRouter initialEntries={[address]}>{screen}</MemoryRouter>
        </TakeWeightProvider>
      </ShopContext>
    </Provider>,
  );
}

/** A hook as it stands in a screen: what it gives now, and what was sent. */
export function hooked<T>(use: () => T, answers: Answers, me?: Me): { now: () => T; sent: Sent[] } {
  let latest: { value: T } | undefined;
  function Holder() {
    latest = { value: use() };
    return null;
  }
  const sent = served(<Holder />, answers, me);
  return {
    sent,
    now: () => {
      if (!latest) throw new Error('The hook was never called');
      return latest.value;
    },
  };
}

/** An answer that refuses, with what is wrong at which field. */
export class Refusal {
  constructor(
    readonly problem: {
      status: number;
      code: string;
      detail: string;
      errors?: { path: string; message: string }[];
      current?: unknown;
    },
  ) {}
}

type Line = Order['lines'][number];

export const lineOf = (more: Partial<Line> = {}): Line => ({
  id: 11,
  version: 1,
  state: 'open',
  speciesId: 'hake',
  speciesName: 'European hake',
  anyWhite: false,
  form: 'steaks',
  pieces: 2,
  pieceGrams: 200,
  totalGrams: null,
  use: 'grill',
  people: null,
  thickMm: null,
  partAllowed: false,
  trimWish: 'shop',
  packing: 'wrapped',
  options: [],
  tickets: [],
  begun: false,
  readyGrams: 0,
  readyPieces: 0,
  pricePerKg: 2890,
  pricePerPiece: null,
  letGoBy: null,
  ...more,
});

export const orderOf = (more: Partial<Order> = {}): Order => ({
  id: 1,
  number: 57,
  version: 4,
  customerId: 2,
  customer: 'Pell',
  phone: '',
  dueAt: new Date(Date.now() + 3_600_000).toISOString(),
  remarks: '',
  state: 'open',
  takenBy: 'Wil Aster',
  takenAt: new Date().toISOString(),
  deposit: 0,
  depositPay: null,
  standingId: null,
  lines: [lineOf()],
  ...more,
});

export const stockRowOf = (more: Partial<StockRow> = {}): StockRow => ({
  place: 'place:slab',
  lotId: 1,
  item: 'whole',
  cutAs: 'gutted',
  batch: 0,
  code: '261125-S1',
  speciesId: 'sea_bass',
  speciesName: 'European sea bass',
  itemName: 'whole',
  saleable: true,
  blocked: null,
  condition: 'whole',
  grams: 1840,
  pieces: 4,
  freeGrams: 1840,
  freePieces: 4,
  daysLeft: 4,
  sellBy: '2099-12-31',
  pricePerKg: 2390,
  pricePerPiece: null,
  fullPerKg: 2390,
  cautions: ['Allergen: fish.'],
  spot: 'A1',
  fitFor: 'steaming',
  frozen: false,
  parents: [],
  ...more,
});

/** The shop's forms, methods and labels as they ship. */
export const formBookOf = (more: Partial<AnswerOf<typeof contract.forms.book>> = {}) => ({
  version: 3,
  own: [],
  shop: {},
  shopVersion: 1,
  mine: {},
  labels: {
    version: 1,
    size: '58x40',
    prefix: '21',
    carries: 'price',
    checked: true,
    companyPrefix: '',
    asWeighed: false,
  },
  ...more,
});

export const moneyRules: MoneySettings = {
  perHour: 1800,
  landingPerKg: 0,
  margin: 0.35,
  ending: '49_99',
  unit: 'kg',
  method: 'joint',
  floorShare: 0.5,
  elasticity: {},
};
