import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { axeOf, focusOf, layoutOf } from './src/audit.ts';
import { openBrowser, resize, type WebDriver } from './src/browser.ts';

/** A page with one fault; what the audit calls it. */
const planted: [fault: string, body: string][] = [
  ['the whole page scrolls', '<main><div style="height:1200px">Fish</div></main>'],
  ['the page scrolls sideways', '<main><div style="width:2000px">Fish</div></main>'],
  [
    'clipped',
    '<main><div style="width:90px;overflow:hidden;white-space:nowrap">A long word about fish</div></main>',
  ],
  [
    'clipped below',
    '<main><div style="height:12px;line-height:20px;overflow:hidden">Fish<br>More fish</div></main>',
  ],
  [
    'beyond the window',
    '<main style="position:fixed;left:1240px;white-space:nowrap">A long word about fish</main>',
  ],
  ['printed over each other', '<main><p>Cod</p><p style="margin-top:-34px">Hake</p></main>'],
  [
    'cut with … and told nowhere',
    '<main><p style="width:60px;overflow:hidden;text-overflow:ellipsis;white-space:nowrap">Haddock fillets</p></main>',
  ],
  [
    'scrolls sideways',
    '<main><div style="width:200px;overflow-x:auto"><div style="width:400px">Fish</div></div></main>',
  ],
  [
    'scrolls by a hair',
    '<main><div style="overflow-x:auto;height:50px"><div style="height:56px">Cod</div></div></main>',
  ],
  ['a finger cannot scroll from it', '<main><div style="touch-action:none">Cod</div></main>'],
  ['under 44 px', '<main style="padding:300px"><button style="height:30px;width:80px">Sell</button></main>'],
];

describe('the audit of a page', () => {
  let driver: WebDriver;
  let quit: () => Promise<void>;
  beforeAll(async () => {
    ({ driver, quit } = await openBrowser());
  });
  afterAll(() => quit());
  const show = (body: string) =>
    driver.get(
      `data:text/html,${encodeURIComponent(`<html lang="en"><title>Fish</title><body style="margin:0">${body}</body></html>`)}`,
    );

  it.each(planted)('finds: %s', async (fault, body) => {
    await show(body);
    const kinds = (await layoutOf(driver, 'counter', [1280, 800])).map((f) => f.split(':')[0]);
    expect(kinds).toContain(fault);
  });

  it('finds nothing on a page without one, also where a table is wider than the window', async () => {
    await resize(driver, 390, 844);
    await show(
      `<main><h1>Fish</h1><div style="overflow-x:auto"><table><tr><th style="position:sticky;left:0">Cod</th>
       <td style="min-width:900px">1</td></tr></table></div><p title="Haddock fillets" style="width:60px;overflow:hidden;
       text-overflow:ellipsis;white-space:nowrap">Haddock fillets</p></main>`,
    );
    expect(await layoutOf(driver, 'landing', [390, 844])).toEqual([]);
    await resize(driver, 1280, 800);
  });

  it('finds what assistive technology would miss, moderate too, and what shows no focus', async () => {
    await show(
      '<main><h1>Fish</h1><h3>Cod</h3></main><p>Today</p><button style="outline:none">Sell</button>',
    );
    expect((await axeOf(driver, 'all')).join()).toMatch(/moderate heading-order.*moderate region/s);
    expect((await focusOf(driver)).join()).toMatch(/no focus to be seen: BUTTON/);
    await show('<main><h1>Fish</h1><button>Sell</button></main>');
    expect(await focusOf(driver)).toEqual([]);
  });
});
