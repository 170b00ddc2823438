import { performance } from 'node:perf_hooks';
import { createServer, type Socket } from 'node:net';
import { compose, plainCut, type Job } from '@ember-slate/core/board';
import { formRefusal, shippedForms } from '@ember-slate/core/forms';
import { catalogue, conditionsFor } from '@ember-slate/core/species';
import { type KeptLabel, labelSheet } from '@ember-slate/server/stages/labels/queries/sheet';
import { renderPdf } from '@ember-slate/server/platform/pdf';
import { By, openBrowser, press, resize, see, signIn, texts } from '../e2e/src/browser.ts';
import { openSample } from '../e2e/src/sample.ts';
import { manager } from '../e2e/src/shop.ts';

/**
 * The bench's own figures on the sample shop: composing a ticket, a tap on the tablet, a reading from the scale to
 * the screen, a label as PDF. Each in milliseconds and as a ratio to what it cannot be faster than, measured in the
 * same run, so that they mean the same on any machine.
 */
const middle = (ms: readonly number[], p = 0.5) =>
  [...ms].sort((a, b) => a - b)[Math.min(ms.length - 1, Math.floor(ms.length * p))]!;
const say = (name: string, ms: readonly number[], base: number, of: string) =>
  process.stdout.write(
    `${name.padEnd(44)} p50 ${middle(ms).toFixed(2).padStart(8)} ms  p95 ${middle(ms, 0.95).toFixed(2).padStart(8)} ms  ${(middle(ms) / base).toFixed(1)} x ${of}\n`,
  );
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

// Every species, condition and form, composed once; against reading the same answer from JSON.
const jobs: Job[] = catalogue.flatMap((species) =>
  conditionsFor(species).flatMap((condition) =>
    shippedForms
      .filter((f) => formRefusal(species, condition, f, species.typicalG) === null)
      .map((f): Job => ({
        species,
        condition,
        scaled: 'no',
        cuts: [plainCut(f)],
        fishGrams: species.typicalG,
        fish: 1,
        month: 6,
      })),
  ),
);
const composing: number[] = [];
const reading: number[] = [];
for (const job of jobs) {
  const start = performance.now();
  const answer = compose(job);
  composing.push(performance.now() - start);
  const text = JSON.stringify(answer);
  const again = performance.now();
  JSON.parse(text);
  reading.push(performance.now() - again);
}
say(`compose a ticket (${jobs.length} of them)`, composing, middle(reading), 'reading it from JSON');

const label: KeptLabel = {
  title: 'European hake, butterflied tail',
  scientific: 'Merluccius merluccius',
  facts: ['Caught: FAO 27.7, Atlantic, north-east', 'hooks and lines', 'Keep at 0 to 2 °C.'],
  warnings: ['Contains FISH.', 'May contain bones.'],
  useBy: '2026-11-27',
  trace: '261125-H1',
  elements: [
    { ai: '3103', value: '000188' },
    { ai: '10', value: '261125-H1' },
  ],
  scan: '',
  shop: 'Skerrow Slip Fish',
  sample: true,
  currency: 'EUR',
  grams: 188,
  pieces: 1,
  perKg: 2490,
  price: 468,
  packedOn: '2026-11-25',
  priceCode: '2100001604684',
};
await renderPdf({ content: ['warm'] });
const sheets: number[] = [];
const plain: number[] = [];
for (let i = 0; i < 30; i++) {
  const start = performance.now();
  await labelSheet(label, '58x40');
  sheets.push(performance.now() - start);
  const again = performance.now();
  await renderPdf({ content: ['one line'] });
  plain.push(performance.now() - again);
}
say('a label as PDF, 58 x 40 mm', sheets, middle(plain), 'a sheet of one line');

// A scale of our own: a new weight on its line at a known moment, seen when the screen shows it.
const sockets = new Set<Socket>();
let grams = 100;
const scale = createServer((socket) => {
  sockets.add(socket);
  socket.on('close', () => sockets.delete(socket)).on('error', () => undefined);
});
await new Promise<void>((done) => scale.listen(0, '127.0.0.1', done));
const tell = () => {
  for (const s of sockets) s.write(`W 1 ${grams} 0 S\n`);
};
const alive = setInterval(tell, 1000);
const shop = await openSample({
  scaleAddress: `127.0.0.1:${(scale.address() as { port: number }).port}`,
});
const { driver, quit } = await openBrowser();
try {
  await driver.get(shop.url);
  await signIn(driver, manager.name, manager.pin);
  await resize(driver, 1024, 768);
  await driver.get(`${shop.url}/bench`);
  await press(driver, 'Look');
  await press(driver, 'Take it over');
  await see(driver, By.css('[aria-label=Steps]'));
  await pause(1500);
  await driver.executeScript(`
    window.seen = [];
    new MutationObserver(() => window.seen.push([document.querySelector('footer output').innerText, Date.now()]))
      .observe(document.querySelector('footer output'), { childList: true, subtree: true, characterData: true });`);
  const toScreen: number[] = [];
  for (let i = 0; i < 20; i++) {
    grams = 210 + i * 3;
    const at = Date.now();
    tell();
    await pause(400);
    const seen = await driver.executeScript<[string, number][]>('return window.seen');
    const mine = seen.find(([text, when]) => when >= at && text.replace(/\D/g, '') === String(grams));
    if (mine) toScreen.push(mine[1] - at);
  }
  // A frame of the screen is the least it can be.
  say(`scale to screen (${toScreen.length} of 20 seen)`, toScreen, 1000 / 60, 'a frame');

  // From the tap to the next step's heading, inside the page; against a bare request from the same page.
  const taps: number[] = [];
  const bare: number[] = [];
  for (let i = 0; i < 24; i++) {
    const name = i % 2 === 0 ? 'Next' : 'Back';
    const [tap, request] = await driver.executeAsyncScript<[number, number]>(
      `
      const [name, done] = arguments;
      (async () => {
        const a = performance.now();
        await fetch('/api/bench/timers').then((r) => r.json());
        const request = performance.now() - a;
        const heading = () => document.querySelector('[aria-current=step]').innerText;
        const was = heading();
        const button = [...document.querySelectorAll('main button')].find((b) => b.innerText.startsWith(name));
        const start = performance.now();
        const watch = new MutationObserver(() => {
          if (heading() === was) return;
          watch.disconnect();
          requestAnimationFrame(() => done([performance.now() - start, request]));
        });
        watch.observe(document.querySelector('main'), { childList: true, subtree: true, attributes: true, characterData: true });
        button.click();
      })();`,
      name,
    );
    taps.push(tap);
    bare.push(request);
    await pause(120);
  }
  say('tap on Next or Back, 1024 x 768', taps, middle(bare), 'a bare request from that page');
  process.stdout.write(`standing at ${(await texts(driver, 'main h1'))[0]}\n`);
} finally {
  clearInterval(alive);
  await quit();
  await shop.close();
  for (const s of sockets) s.destroy();
  scale.close();
}
