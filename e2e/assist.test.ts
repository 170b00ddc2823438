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
  const faults = async () => {
    await driver.executeScript(axe);
    return driver.executeAsyncScript<string[]>(`
      const done = arguments[arguments.length - 1];
      axe.run(document, { resultTypes: ['violations'] }).then((r) => done(r.violations
        .filter((v) => v.impact === 'serious' || v.impact === 'critical')
        .map((v) => v.id + ': ' + v.nodes.map((n) => n.target + ' ' + (n.any[0]?.message ?? '')).slice(0, 3).join(' | '))));`);
  };
  it.each(['slate', 'chalk'])('has no serious fault for assistive technology in %s', async (theme) => {
    await prefer({ theme, units: 'metric' });
    const found: string[] = [];
    for (const view of views) {
      await open(view);
      for (const f of await faults()) found.push(`${view} ${f}`);
    }
    await open('grading/1');
    await see(driver, By.css('[role=radiogroup]'));
    for (const f of await faults()) found.push(`grade ${f}`);
    expect(found).toEqual([]);
  });
});
