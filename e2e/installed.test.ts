import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openBrowser, pageSays, patientMs, signIn, type WebDriver } from './src/browser.ts';
import { manager, openShop, type Shop } from './src/shop.ts';

/** A tablet that installed the program: it opens while the server is away, and keeps nothing the shop said. */
describe('the installed program', () => {
  let shop: Shop;
  let driver: WebDriver;
  let quit: () => Promise<void>;
  beforeAll(async () => {
    shop = await openShop();
    ({ driver, quit } = await openBrowser(1024, 768));
    await driver.get(shop.url);
    await signIn(driver, manager.name, manager.pin);
  });
  afterAll(async () => {
    await quit();
    await shop.close();
  });
  /** Paths of everything kept by the browser for the time without a server. */
  const kept = () =>
    driver.executeAsyncScript<string[]>(`
      const done = arguments[0];
      (async () => {
        const found = [];
        for (const name of await caches.keys())
          for (const request of await (await caches.open(name)).keys()) found.push(new URL(request.url).pathname);
        return found;
      })().then(done);`);

  it('is found installable: name, icons and a window of its own', async () => {
    const manifest = (await (await fetch(`${shop.url}/manifest.webmanifest`)).json()) as {
      display: string;
      icons: { src: string; sizes: string; purpose?: string }[];
    };
    expect(manifest.display).toBe('standalone');
    expect(manifest.icons.map((i) => i.sizes)).toEqual(expect.arrayContaining(['192x192', '512x512']));
    expect(manifest.icons.some((i) => i.purpose === 'maskable')).toBe(true);
    for (const { src } of manifest.icons)
      expect((await fetch(shop.url + src)).headers.get('content-type')).toBe('image/png');
  });

  it('opens by itself while the server is away, and goes on by itself when it is back', async () => {
    await driver.wait(
      () =>
        driver.executeAsyncScript<boolean>(
          'const done = arguments[0]; navigator.serviceWorker.getRegistration().then((r) => done(r?.active?.state === "activated"));',
        ),
      patientMs,
    );
    const before = await kept();
    expect(before.length).toBeGreaterThan(100);
    await shop.shut();
    await driver.get(`${shop.url}/counter`);
    await pageSays(driver, 'The shop does not answer');
    await pageSays(driver, 'asked again every few seconds');
    await shop.reopen();
    await pageSays(driver, 'Nothing in stock');
    // What the shop said is never among what is kept: a screen without a line shows no old figure.
    expect((await kept()).filter((path) => path.startsWith('/api'))).toEqual([]);
  });
});
