import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { By, resize, see, texts, type WebDriver } from './browser.ts';
import { views } from './sampleShop.ts';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const sizes = [
  [1280, 800],
  [1024, 768],
  [390, 844],
] as const;

/** Anything that is wider than the window it is in. */
const overflow = (driver: WebDriver) =>
  driver.executeScript<string[]>(`
    return [...document.querySelectorAll('body *')].filter((e) => {
      const r = e.getBoundingClientRect();
      return r.width > 0 && r.right > innerWidth + 1 && !e.closest('svg') && !e.closest('[class*=overflow-x-auto], .sr-only');
    }).slice(0, 3).map((e) => e.tagName + '.' + e.className.toString().slice(0, 60));`);

/** Serious and critical faults for assistive technology, each with where. */
async function faults(driver: WebDriver, rules: 'all' | 'colours'): Promise<string[]> {
  await driver.executeScript(`if (!window.axe) { ${axe} }`);
  return driver.executeAsyncScript<string[]>(`
    const done = arguments[arguments.length - 1];
    const only = ${rules === 'colours' ? "{ runOnly: ['color-contrast', 'link-in-text-block'] }" : '{}'};
    axe.run(document, { resultTypes: ['violations'], ...only }).then((r) => done(r.violations
      .filter((v) => v.impact === 'serious' || v.impact === 'critical')
      .map((v) => v.id + ': ' + v.nodes.map((n) => n.target + ' ' + (n.any[0]?.message ?? '')).slice(0, 3).join(' | '))));`);
}

/** Looks at every view in every size; returns what is wrong, and what each view says first. */
export async function walk(
  driver: WebDriver,
  open: (view: string) => Promise<void>,
  rules: 'all' | 'colours',
): Promise<{ found: string[]; said: Record<string, string> }> {
  const found: string[] = [];
  const said: Record<string, string> = {};
  for (const view of views) {
    await open(view);
    said[view] = (await texts(driver, 'main h1'))[0] ?? '';
    for (const f of await faults(driver, rules)) found.push(`${view} ${f}`);
    for (const [width, height] of sizes) {
      await resize(driver, width, height);
      for (const f of await overflow(driver)) found.push(`${view} ${width} ${f}`);
    }
    await resize(driver, 1280, 800);
  }
  await open('grading/1');
  await see(driver, By.css('[role=radiogroup]'));
  for (const f of await faults(driver, rules)) found.push(`grade ${f}`);
  return { found, said };
}
