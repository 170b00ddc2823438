import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, inject } from 'vitest';
import { By, openBrowser, patientMs, see, signIn, texts, type WebDriver } from './browser.ts';
import { Hand } from './hand.ts';
import { manager, openShop, type Shop } from './shop.ts';

/** Every view there is, by its path. */
export const views = [
  'landing',
  'grading',
  'orders',
  'orders/due',
  'orders/buying',
  'orders/weekly',
  'plan',
  'plan/hand',
  'marks',
  'bench',
  'bench/clock',
  'counter',
  'counter/sales',
  'counter/acts',
  'counter/count',
  'counter/trim',
  'goods',
  'close',
  'close/yields',
  'close/costs',
  'close/buying',
  'close/reports',
  'close/put-right',
  'cold',
  'first',
  'frozen',
  'lots/1',
  'species/hake',
  'customers/1',
  'suppliers/1',
  'schemes',
  'forms/boneless_joint',
  'methods',
  'labels',
  'quality',
  'settings',
  'people',
  'sign-ins',
  'rules',
  'help?of=/counter',
];

/** The sample shop open on one screen, its manager signed in and the day planned, for all tests of a file. */
export function sampleShop() {
  const at = {} as { shop: Shop; driver: WebDriver };
  let quit: () => Promise<void>;
  beforeAll(async () => {
    at.shop = await openShop(inject('sampleDir'));
    ({ driver: at.driver, quit } = await openBrowser());
    await at.driver.get(at.shop.url);
    await signIn(at.driver, manager.name, manager.pin);
    // A plan with its fish is on the screen, not only the question for one.
    const hand = await new Hand(at.shop.url).signIn();
    await hand.ok(contract.plan.start, { body: { horizon: 'all', seconds: 2, keepPinned: true } });
    await at.driver.wait(
      async () => (await hand.ok(contract.plan.day)).plan?.state === 'done',
      30_000,
      'the plan never ended',
    );
  });
  afterAll(async () => {
    await quit();
    await at.shop.close();
  });
  const go = async (path: string) => {
    await at.driver.executeScript((to: string) => {
      document.querySelector('main h1')?.setAttribute('data-left', '');
      history.pushState({}, '', to);
      dispatchEvent(new PopStateEvent('popstate'));
    }, path);
    await see(at.driver, By.css('main h1:not([data-left])'));
  };
  return {
    at,
    /** Loads the app anew with these preferences. */
    prefer: async (prefs: object) => {
      await at.driver.executeScript(`localStorage.setItem('ember-slate-prefs', '${JSON.stringify(prefs)}')`);
      await at.driver.get(`${at.shop.url}/landing`);
      await see(at.driver, By.css('main h1'));
    },
    /** Goes to a view as its links do, without loading the app again; where it stands already, away and back. */
    open: async (view: string) => {
      const path = await at.driver.executeScript<string>('return location.pathname');
      if (path === `/${view}`) await go(view === 'quality' ? '/labels' : '/quality');
      await go(`/${view}`);
      await at.driver.wait(
        async () => !(await texts(at.driver, 'main')).join('').includes('Reading the day'),
        patientMs,
      );
    },
  };
}
