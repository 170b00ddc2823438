import { beforeAll, describe, expect, it } from 'vitest';
import { patientMs, texts, type WebDriver } from './src/browser.ts';
import { sampleShop } from './src/sampleShop.ts';
import { walk } from './src/walk.ts';

// The other theme is the same page in other colours, the other units the same in other figures.
describe('every view of the sample shop, light and in ounces', () => {
  const { at, prefer, open } = sampleShop();
  let driver: WebDriver;
  beforeAll(() => void ({ driver } = at));

  it('fits desk, bench tablet and telephone, and assistive technology', async () => {
    await prefer({ theme: 'chalk', units: 'imperial' });
    expect((await walk(driver, open, 'colours')).found).toEqual([]);
  }, 300_000);

  it('speaks ounces and Fahrenheit when asked, on every view', async () => {
    await prefer({ theme: 'slate', units: 'imperial' });
    for (const view of ['landing', 'grading', 'counter']) {
      await open(view);
      let said = '';
      await driver.wait(
        async () => /\d\s?(lb|oz)\b/.test((said = (await texts(driver, 'main')).join('\n'))),
        patientMs,
        `${view} says no ounces`,
      );
      expect(said, view).not.toMatch(/\d\s?(g|kg|°C)\b/);
    }
  });
});
