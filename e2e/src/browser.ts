import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Builder, By, error, Key, logging, type WebDriver, WebElement } from 'selenium-webdriver';
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome.js';

export { By, Key };
export type { WebDriver, WebElement };

/** Long enough for a busy machine: a wait ends what hangs, it times nothing. */
export const patientMs = 30_000;

const flags = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--force-color-profile=srgb',
  '--lang=en-GB',
];

/** A fresh Chromium with nothing remembered; `quit` ends it and its profile. */
export async function openBrowser(
  width = 1280,
  height = 800,
): Promise<{ driver: WebDriver; quit: () => Promise<void> }> {
  const profile = mkdtempSync(join(tmpdir(), 'ember-slate-'));
  const options = new Options();
  options.setChromeBinaryPath('/usr/bin/chromium');
  options.addArguments(...flags, `--user-data-dir=${profile}`, `--window-size=${width},${height}`);
  const prefs = new logging.Preferences();
  prefs.setLevel(logging.Type.BROWSER, logging.Level.ALL);
  options.setLoggingPrefs(prefs);
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  // What is waited for is looked for twenty times a second, not five.
  const wait = driver.wait.bind(driver);
  driver.wait = (until: never, ms?: number, words?: string) => wait(until, ms, words, 50);
  await resize(driver, width, height);
  return {
    driver,
    quit: async () => {
      await driver.quit();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}

/** What the browser itself is told: sizes, gestures, the colours of a system. */
export const toBrowser = (driver: WebDriver, command: string, params: object): Promise<void> =>
  (
    driver as WebDriver & { sendDevToolsCommand: (name: string, params: object) => Promise<void> }
  ).sendDevToolsCommand(command, params);

/** Sets the size of the page itself, not of the window around it. */
export async function resize(driver: WebDriver, width: number, height: number): Promise<void> {
  await toBrowser(driver, 'Emulation.setDeviceMetricsOverride', {
    width,
    height,
    deviceScaleFactor: 1,
    // A low window is a desk's, zoomed; a telephone stands upright.
    mobile: width < 640 && height > width,
  });
}

/** The first of these that can be seen, asked in one go; an option is seen with its list. */
const shown = (driver: WebDriver, elements: WebElement[]): Promise<WebElement | null> =>
  driver.executeScript(
    (all: HTMLElement[]) =>
      all.find((e) =>
        (e.closest('select') ?? e).checkVisibility({ opacityProperty: true, visibilityProperty: true }),
      ) ?? null,
    elements,
  );

const isStale = (e: unknown): boolean => e instanceof error.StaleElementReferenceError;

/**
 * Waits for an element that can be seen. One that is drawn anew meanwhile, or between being seen and being touched, is
 * looked for again: a screen does not wait for a hand either.
 */
export async function see(driver: WebDriver, by: By, ms = patientMs): Promise<WebElement> {
  let found: WebElement | undefined;
  await driver.wait(
    async () => {
      try {
        found = (await shown(driver, await driver.findElements(by))) ?? undefined;
      } catch (e) {
        if (!isStale(e)) throw e;
      }
      return found !== undefined;
    },
    ms,
    `did not find ${String(by)}`,
  );
  const element = found!;
  const again =
    <G extends unknown[], T>(touch: (of: WebElement, ...given: G) => Promise<T>) =>
    async (...given: G): Promise<T> => {
      for (let of = element; ; of = await see(driver, by, ms)) {
        try {
          return await touch(of, ...given);
        } catch (e) {
          if (!isStale(e)) throw e;
        }
      }
    };
  const bare = WebElement.prototype;
  return Object.assign(element, {
    // A hand scrolls what lies under a row that holds in sight; the driver takes it for seen.
    click: again(async (of) => {
      await driver.executeScript("arguments[0].scrollIntoView({ block: 'nearest' })", of);
      await bare.click.call(of);
    }),
    sendKeys: again((of, ...keys: string[]) => bare.sendKeys.apply(of, keys)),
    getAttribute: again((of, name: string) => bare.getAttribute.call(of, name)),
    getText: again((of) => bare.getText.call(of)),
  });
}

/** A button or link by what it says (or is called). */
const named = (text: string): By =>
  By.xpath(
    `//*[self::button or self::a or @role='radio' or @role='button'][contains(normalize-space(.), "${text}") or contains(@aria-label, "${text}")]`,
  );

/** The control under a field's label. */
const field = (label: string): By =>
  By.xpath(`//label[span[contains(normalize-space(.), "${label}")]]//*[self::input or self::select]`);

/** Presses it once it can be pressed. */
export async function press(driver: WebDriver, text: string): Promise<void> {
  await driver.wait(
    async () => {
      try {
        const element = await see(driver, named(text));
        if ((await element.getAttribute('aria-disabled')) === 'true') return false;
        await element.click();
        return true;
      } catch (e) {
        if (isStale(e)) return false;
        throw e;
      }
    },
    patientMs,
    `"${text}" stayed off`,
  );
}

/** Types over what a field holds. */
export async function fill(driver: WebDriver, label: string, text: string): Promise<void> {
  const input = await see(driver, field(label));
  await input.click();
  await input.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
}

export async function pageSays(driver: WebDriver, text: string, ms = patientMs): Promise<void> {
  await driver.wait(
    async () => (await texts(driver, 'body'))[0]!.includes(text),
    ms,
    `the page never said "${text}"`,
  );
}

export async function signIn(driver: WebDriver, name: string, pin: string): Promise<void> {
  await press(driver, name);
  const input = await see(driver, By.css('input[type=password]'));
  await input.sendKeys(pin, Key.ENTER);
  await see(driver, By.css('nav[aria-label="Stages"]'));
}

/** Picks an option of a select by its words. */
export async function choose(driver: WebDriver, label: string, option: string): Promise<void> {
  await see(driver, field(label));
  await (
    await see(driver, By.xpath(`//label[span[contains(., "${label}")]]//option[contains(., "${option}")]`))
  ).click();
}

/** Waits until the pan stands still on this weight, five grams either way. */
export async function liveWeight(driver: WebDriver, grams: number): Promise<void> {
  await driver.wait(
    async () => {
      const shown = (await texts(driver, 'footer output'))[0] ?? '';
      const isSteady = (await texts(driver, '[data-scale=steady]')).length > 0;
      const number = Number(shown.replace(/[^\d.]/g, ''));
      return isSteady && Math.abs((shown.includes('kg') ? number * 1000 : number) - grams) <= 5;
    },
    patientMs,
    `the pan never stood on ${grams} g`,
  );
}

/** What the browser complained about: errors of scripts, refusals of the content policy, failed loads. */
export async function complaints(driver: WebDriver): Promise<string[]> {
  const entries = await driver.manage().logs().get(logging.Type.BROWSER);
  return entries.filter((e) => e.level.value >= logging.Level.WARNING.value).map((e) => e.message);
}

/** What the elements say now, read in one go: a screen may draw itself anew between two reads. */
export const texts = (driver: WebDriver, css: string): Promise<string[]> =>
  driver.executeScript(
    (c: string) => [...document.querySelectorAll<HTMLElement>(c)].map((e) => e.innerText),
    css,
  );

/** What the element with the focus is called: its label, or its own words. */
export const focused = (driver: WebDriver): Promise<string> =>
  driver.executeScript(() => {
    const at = document.activeElement as HTMLElement | null;
    if (!at?.matches('input, select, button, a, [role]:not([role=dialog])')) return '';
    const labels = [...((at as HTMLInputElement).labels ?? [])].map((l) => l.innerText.split('\n')[0]);
    return [at.getAttribute('aria-label'), ...labels, at.innerText].filter(Boolean).join(' ');
  });
