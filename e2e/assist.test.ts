import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { By, see, type WebDriver } from './src/browser.ts';
import { sampleShop, views } from './src/sampleShop.ts';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
describe('every view of the sample shop', () => {
  const { at, prefer, open } = sampleShop();
  let driver: WebDriver;
  beforeAll(() => void ({ driver } = at));

  /** Serious and critical faults axe-core finds, each with where. */
  const faults = async (rules: 'all' | 'colours') => {
    await driver.executeScript(`if (!window.axe) { ${axe} }`);
    return driver.executeAsyncScript<string[]>(`
      const done = arguments[arguments.length - 1];
      const only = ${rules === 'colours' ? "{ runOnly: ['color-contrast', 'link-in-text-block'] }" : '{}'};
      axe.run(document, { resultTypes: ['violations'], ...only }).then((r) => done(r.violations
        .filter((v) => v.impact === 'serious' || v.impact === 'critical')
        .map((v) => v.id + ': ' + v.nodes.map((n) => n.target + ' ' + (n.any[0]?.message ?? '')).slice(0, 3).join(' | '))));`);
  };
  // The other theme is the same page in other colours.
  it.each([
    ['slate', 'all'],
    ['chalk', 'colours'],
  ] as const)('has no serious fault for assistive technology in %s: %s', async (theme, rules) => {
    await prefer({ theme, units: 'metric' });
    const found: string[] = [];
    for (const view of views) {
      await open(view);
      for (const f of await faults(rules)) found.push(`${view} ${f}`);
    }
    await open('grading/1');
    await see(driver, By.css('[role=radiogroup]'));
    for (const f of await faults(rules)) found.push(`grade ${f}`);
    expect(found).toEqual([]);
  });
});
