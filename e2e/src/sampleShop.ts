import { afterAll, beforeAll, inject } from 'vitest';
import { openBrowser, signIn, type WebDriver } from './browser.ts';
import { openSampleOf } from './sample.ts';
import { manager, type Shop } from './shop.ts';
import { planned, viewing } from './views.ts';

/** The sample shop open on one screen, its manager signed in and the day planned, for all tests of a file. */
export function sampleShop() {
  const at = {} as { shop: Shop; driver: WebDriver };
  let quit: () => Promise<void>;
  beforeAll(async () => {
    at.shop = await openSampleOf(inject('sampleDir'));
    ({ driver: at.driver, quit } = await openBrowser());
    await at.driver.get(at.shop.url);
    await signIn(at.driver, manager.name, manager.pin);
    await planned(at.driver, at.shop.url);
  });
  afterAll(async () => {
    await quit();
    await at.shop.close();
  });
  return { at, ...viewing(() => at) };
}
