import { contract } from '@ember-slate/contract';
import { By, patientMs, see, texts, type WebDriver } from './browser.ts';
import { Hand } from './hand.ts';
import type { Shop } from './shop.ts';

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
  'cold?place=new',
  'first',
  'frozen',
  'lots/1',
  'species/hake',
  'knives',
  'keys',
  'customers/1',
  'suppliers/1',
  'boats',
  'schemes',
  'forms/boneless_joint',
  'methods',
  'labels',
  'quality',
  'settings',
  'settings?what=backups',
  'settings?what=devices',
  'people',
  'sign-ins',
  'rules',
  'help?of=/counter',
];

/** Goes through the views of a shop on one screen. */
export function viewing(at: () => { driver: WebDriver; shop: Pick<Shop, 'url'> }) {
  const go = async (path: string) => {
    const { driver } = at();
    await driver.executeScript((to: string) => {
      document.querySelector('main h1')?.setAttribute('data-left', '');
      history.pushState({}, '', to);
      dispatchEvent(new PopStateEvent('popstate'));
    }, path);
    await see(driver, By.css('main h1:not([data-left])'));
  };
  return {
    /** Loads the app anew with these preferences. */
    prefer: async (prefs: object) => {
      const { driver, shop } = at();
      await driver.executeScript(`localStorage.setItem('ember-slate-prefs', '${JSON.stringify(prefs)}')`);
      await driver.get(`${shop.url}/landing`);
      await see(driver, By.css('main h1'));
    },
    /** Goes to a view as its links do, without loading the app again; where it stands already, away and back. */
    open: async (view: string) => {
      const { driver } = at();
      const path = await driver.executeScript<string>('return location.pathname');
      if (path === `/${view.split('?')[0]}`) await go(view === 'quality' ? '/labels' : '/quality');
      await go(`/${view}`);
      await driver.wait(
        async () => !(await texts(driver, 'main')).join('').includes('Reading the day'),
        patientMs,
      );
    },
  };
}

/** Plans the day: a plan with its fish is on the screen, not only the question for one. */
export async function planned(driver: WebDriver, url: string): Promise<void> {
  const hand = await new Hand(url).signIn();
  await hand.ok(contract.plan.start, { body: { horizon: 'all', seconds: 2, keepPinned: true } });
  await driver.wait(
    async () => (await hand.ok(contract.plan.day)).plan?.state === 'done',
    30_000,
    'the plan never ended',
  );
}

/** Views whose number depends on the day: a lot to grade, a ticket that waits and one that the manager has begun. */
export async function atWork(url: string): Promise<string[]> {
  const hand = await new Hand(url).signIn();
  const lots = await hand.ok(contract.grading.lots);
  const waiting = (await hand.ok(contract.bench.tickets)).filter((t) => t.state === 'waiting');
  const [ticket, begun] = waiting;
  const params = { id: begun!.id };
  const { version, inputs } = await hand.ok(contract.bench.ticket, { params });
  await hand.ok(contract.bench.start, {
    params,
    body: {
      version,
      inputs: inputs.map((i) => ({ lotId: i.lotId, grams: i.grams, source: 'measured' as const })),
    },
  });
  return [`grading/${lots.find((l) => l.verdict === null)!.id}`, `bench/${ticket!.id}`, `bench/${begun!.id}`];
}
