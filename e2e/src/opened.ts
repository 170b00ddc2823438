import { openBrowser, signIn, type WebDriver } from './browser.ts';
import { Hand } from './hand.ts';
import { manager, openShop, type Shop } from './shop.ts';

/** An empty shop with its manager signed in at the screen, and another hand working through the API. */
export interface Opened {
  shop: Shop;
  hand: Hand;
  driver: WebDriver;
  close: () => Promise<void>;
}

export async function openedShop(more: Parameters<typeof openShop>[1] = {}): Promise<Opened> {
  const shop = await openShop(null, more);
  const hand = await new Hand(shop.url).signIn();
  const { driver, quit } = await openBrowser();
  await driver.get(shop.url);
  await signIn(driver, manager.name, manager.pin);
  return {
    shop,
    hand,
    driver,
    close: async () => {
      await quit();
      await shop.close();
    },
  };
}
