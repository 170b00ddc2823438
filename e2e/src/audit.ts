import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { Key, resize, type WebDriver } from './browser.ts';
import { layoutFaults, silentFocus } from './layout.ts';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** Desk, bench tablet lying and upright, telephone, and the desk zoomed to 200 and 400 % (WCAG 2.2, 1.4.4 and 1.4.10). */
export const sizes = [
  [1280, 800],
  [1024, 768],
  [768, 1024],
  [390, 844],
  [640, 400],
  [320, 256],
] as const;
export type Size = (typeof sizes)[number];

/** Runs a function of layout.ts in the page. A name the translator puts around functions is not known there. */
const inPage = <A extends readonly unknown[]>(
  driver: WebDriver,
  measure: (...given: A) => string[],
  ...given: A
) =>
  driver.executeScript<string[]>(
    `const __name = (f) => f; return (${measure.toString()})(...${JSON.stringify(given)})`,
  );

/** Faults of layout, one line each. Where gloves touch, targets are held to 44 px on what lies on a bench. */
export async function layoutOf(driver: WebDriver, view: string, [width]: Size): Promise<string[]> {
  const gloves = width >= 768 && /^(counter|bench)/.test(view);
  return inPage(driver, layoutFaults, gloves);
}

/** What axe finds: moderate, serious and critical; of a second theme only what colours change. */
export async function axeOf(driver: WebDriver, rules: 'all' | 'colours'): Promise<string[]> {
  await driver.executeScript(`if (!window.axe) { ${axe} }`);
  return driver.executeAsyncScript<string[]>(`
    const done = arguments[arguments.length - 1];
    const only = ${rules === 'colours' ? "{ runOnly: ['color-contrast', 'link-in-text-block'] }" : '{}'};
    axe.run(document, { resultTypes: ['violations'], ...only }).then((r) => done(r.violations
      .filter((v) => v.impact !== 'minor')
      .map((v) => v.impact + ' ' + v.id + ': ' + v.nodes.map((n) => n.target + ' ' + (n.any[0]?.message ?? '')).slice(0, 3).join(' | '))));`);
}

/** What shows nothing when the Tab key comes to it. */
export async function focusOf(driver: WebDriver): Promise<string[]> {
  await driver.actions().sendKeys(Key.TAB).perform();
  return inPage(driver, silentFocus);
}

/** What is asked of `faults` twice, with a breath between: a screen that is still drawing itself is no fault. */
async function stands(faults: () => Promise<string[]>): Promise<string[]> {
  const first = await faults();
  if (first.length === 0) return first;
  await new Promise((done) => setTimeout(done, 700));
  return faults();
}

interface Walk {
  views: readonly string[];
  open: (view: string) => Promise<void>;
  /** Sizes whose layout is looked at, and those axe looks at. */
  layout: readonly Size[];
  axe: readonly Size[];
  rules: 'all' | 'colours';
}

/** Looks at every view in every size; one line a fault, with view and size. */
export async function audit(driver: WebDriver, walk: Walk): Promise<string[]> {
  const found: string[] = [];
  for (const view of walk.views) {
    await walk.open(view);
    for (const size of sizes) {
      const [layout, rules] = [walk.layout.includes(size), walk.axe.includes(size)];
      if (!layout && !rules) continue;
      const [width, height] = size;
      await resize(driver, width, height);
      const tell = (faults: string[]) => found.push(...faults.map((f) => `${view} ${size.join('x')} ${f}`));
      if (layout) tell(await stands(() => layoutOf(driver, view, size)));
      if (rules) tell(await stands(() => axeOf(driver, walk.rules)));
    }
    await resize(driver, ...sizes[0]);
    if (walk.rules === 'all') found.push(...(await focusOf(driver)).map((f) => `${view} ${f}`));
  }
  return found;
}
