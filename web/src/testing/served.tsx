import type { Me, MoneySettings, Order, StockRow } from '@ember-slate/contract';
import { tradingDay } from '@ember-slate/core/calendar';
import { catalogue } from '@ember-slate/core/species';
import { morningZone } from '@ember-slate/core/testing';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { vi } from 'vitest';
import { api } from '../app/api.ts';
import { ShopContext, type Shop } from '../app/shop.tsx';
import { drafts } from '../app/drafts.ts';
import { setPrefs, store } from '../app/store.ts';
import { TakeProvider } from '../app/take.tsx';

const shop: Shop = {
  name: 'Test Slip',
  sample: false,
  timeZone: morningZone(),
  currency: 'EUR',
  closesAt: 18 * 60,
  weekdays: [1, 2, 3, 4, 5, 6],
  ruleProfile: 'eu',
  idleLockMinutes: 10,
  staff: [],
  devices: { scale: 'simulated', sensors: 'none', printer: 'simulated', probe: 'simulated' },
  me: null,
};
/** The day it is in the shop of these tests. */
export const shopDay = tradingDay(new Date(), shop);
const book = catalogue.map((s) => ({ ...s, own: false, version: 1 }));

/** A request a screen sent. */
export interface Sent {
  method: string;
  path: string;
  body: unknown;
}

/**
 * Shows a screen as it stands behind the sign-in; `answers` are given by path, or by method and path; what is not
 * among them is nothing.
 */
export function served(
  screen: ReactNode,
  answers: Readonly<Record<string, unknown>>,
  me: Me = { id: 3, name: 'Wil Aster', role: 'counter' },
): Sent[] {
  const sent: Sent[] = [];
  for (const form of Object.keys(store.getState().drafts)) store.dispatch(drafts.actions.thrownAway(form));
  store.dispatch(setPrefs({ units: 'metric' }));
  store.dispatch(api.util.resetApiState());
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    const method = init.method ?? 'GET';
    if (method !== 'GET') sent.push({ method, path, body: JSON.parse(init.body as string) as unknown });
    const given: Readonly<Record<string, unknown>> = { '/api/species': book, ...answers };
    const answer = given[`${method} ${path}`] ?? given[path];
    const problem = answer instanceof Refusal ? answer.problem : null;
    return Promise.resolve(
      new Response(JSON.stringify(problem ?? answer ?? []), { status: problem?.status ?? 200 }),
    );
  });
  shownTo(me, screen);
  return sent;
}

/** Shows a screen to somebody, with what is kept on the device as it is. */
export function shownTo(me: Me, screen: ReactNode) {
  render(
    <Provider store={store}>
      <ShopContext value={{ shop, me }}>
        <TakeProvider>
          <MemoryRouter>{screen}</MemoryRouter>
        </TakeProvider>
      </ShopContext>
    </Provider>,
  );
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
  sellBy: '2999-01-01',
  pricePerKg: 2390,
  fullPerKg: 2390,
  cautions: ['Allergen: fish.'],
  spot: 'A1',
  fitFor: 'steaming',
  frozen: false,
  parents: [],
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
