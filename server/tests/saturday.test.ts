import { contract, type NewOrderLine, type PlanSpecies } from '@ember-slate/contract';
import { planFaults } from '@ember-slate/core/cutplan';
import { seeded } from '@ember-slate/core/cutplan/solver';
import { formBook, shippedForms } from '@ember-slate/core/forms';
import { nothingObserved, sampleSize } from '@ember-slate/core/freshness';
import { parseOrder, optionFor } from '@ember-slate/core/orders';
import { catalogue } from '@ember-slate/core/species';
import { afterAll, beforeAll, expect, inject, it } from 'vitest';
import { planByItself } from '../src/stages/plan/commands/always.ts';
import { Planner } from '../src/stages/plan/commands/planner.ts';
import { problemOf } from '../src/stages/plan/queries/day.ts';
import { bassLot, delivery, openTestShop, proof, type TestShop } from './testShop.ts';

/** What lies there, fewer fish than are asked for, and how it is asked for (invented). */
const landed = [
  {
    speciesId: 'hake',
    pieces: 14,
    grams: 31_000,
    asked: ['{n} hake portions of {g} g', '{n} hake steaks', '{kg} kg of hake fillets'],
  },
  {
    speciesId: 'cod',
    pieces: 8,
    grams: 30_000,
    asked: ['{n} cod portions {g} g, skin off', '{kg} kg cod fillet skinless', '{n} steaks of cod'],
  },
  {
    speciesId: 'sea_bass',
    pieces: 20,
    grams: 12_000,
    asked: ['{n} whole bass gutted and scaled', '{n} bass fillets', 'bass for {n} people, filleted'],
  },
  {
    speciesId: 'salmon',
    pieces: 4,
    grams: 18_000,
    asked: ['{n} salmon portions {g} g', '{kg} kg salmon fillet', '{n} salmon steaks'],
  },
  {
    speciesId: 'plaice',
    pieces: 18,
    grams: 9000,
    asked: ['{n} plaice fillets', '{n} whole plaice, gutted', '{kg} kg of plaice fillets'],
  },
] as const;
const names = ['Abbot', 'Pell', 'Osk', 'Marr', 'Vane', 'Tolley', 'Ruan', 'Quill', 'Dray', 'Harrow'];

let shop: TestShop;
let planner: Planner;
beforeAll(async () => {
  shop = await openTestShop(inject('databaseUrl'));
  planner = new Planner(shop.pool, () => shop.clock.now);
  const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
  for (const { speciesId, pieces, grams } of landed) {
    const lot = await shop.bench.ok(contract.landing.addLot, {
      params: { id },
      body: bassLot({
        speciesId,
        pieces,
        grams,
        condition: 'gutted',
        gear: 'hooks and lines',
        pricePerKg: 900,
      }),
    });
    const signs = { smell: 0, gills: 0, flesh: 0, lining: 0, blood: 0, skin: 0, slime: 0, eyes: 0 } as const;
    await shop.bench.ok(contract.grading.record, {
      params: { id: lot.id },
      body: {
        scheme: 'eu-general',
        schemeVersion: 1,
        observed: { ...nothingObserved, damage: [] },
        fish: Array.from({ length: sampleSize(pieces) }, () => signs),
        coreTenths: 8,
        temperatureHistory: false,
        foreignSmell: false,
        verdict: 'accept',
        overrideReason: '',
      },
    });
  }
});
afterAll(async () => {
  planner.close();
  await shop.close();
});

const random = seeded(20261128);
const from = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
/** A sentence as a customer says it. */
const sentence = () =>
  from(from(landed).asked)
    .replace('{n}', String(1 + Math.floor(random() * 4)))
    .replace('{g}', String(from([140, 150, 160, 170, 180])))
    .replace('{kg}', String(from([0.5, 0.8, 1, 1.2, 1.5])));

const words = {
  species: catalogue,
  forms: shippedForms,
  today: '2026-11-25',
  weekday: 3,
  inStock: landed.map((l) => l.speciesId),
};
/** The line of a sentence as the order form would send it; null where it asks back. */
function lineOf(said: string): NewOrderLine | null {
  const [l] = parseOrder(said, words).lines;
  if (!l || l.ask.length > 0 || l.speciesId === null || l.form === null) return null;
  const form = formBook().get(l.form)!;
  return {
    speciesId: l.speciesId,
    form: l.form,
    pieces: l.pieces,
    pieceGrams: l.pieceGrams,
    totalGrams: l.totalGrams,
    use: l.use ?? 'grill',
    thickMm: l.thickMm,
    people: l.people,
    partAllowed: l.partAllowed,
    options: l.options.flatMap((act) => optionFor(act, form) ?? []),
  };
}

it('keeps a Saturday of a hundred orders by ear, or has named what it cannot keep', async () => {
  /** What the shop said of each line before it was taken. */
  const taken = new Map<number, 'yes' | 'if' | 'part' | 'no'>();
  let askedBack = 0;
  for (let n = 0; taken.size < 100; n++) {
    expect(n).toBeLessThan(200);
    const line = lineOf(sentence());
    if (!line) {
      askedBack++;
      continue;
    }
    const dueAt = new Date(
      shop.clock.now.getTime() + (2 + Math.floor(random() * 6)) * 3_600_000,
    ).toISOString();
    const [promise] = await shop.counter.ok(contract.orders.promise, { body: { dueAt, lines: [line] } });
    const { id } = await shop.counter.ok(contract.orders.take, {
      body: { customer: from(names), phone: '', dueAt, remarks: '', lines: [line] },
    });
    taken.set(id, promise!.answer);
  }
  const promised = new Map(
    (await shop.counter.ok(contract.orders.list, { query: {} })).flatMap((o) =>
      o.lines.map((l) => [l.id, taken.get(o.id)!]),
    ),
  );
  expect(askedBack).toBeLessThan(20);
  expect(await planByItself(shop.pool, planner, shop.clock.now, 6)).toBe(true);
  await expect
    .poll(async () => (await shop.bench.ok(contract.plan.day)).making, { timeout: 90_000, interval: 300 })
    .toBe(false);
  const plan = (await shop.bench.ok(contract.plan.day)).plan!;

  const lines = plan.species.flatMap((s) => s.lines.map((line) => ({ line, of: s, found: s.found! })));
  expect(lines).toHaveLength(100);
  const kept = (l: (typeof lines)[number]) =>
    l.found.score.filled[l.line.id] === 1 || l.found.offTrim[l.line.id] !== undefined;
  const silent = lines.filter((l) => !kept(l) && !l.found.unfilled[l.line.id]);
  expect(silent).toEqual([]);
  // What there were fish for is kept, but for one in twenty, which the plan names.
  const fishFor = lines.filter((l) => ['yes', 'if'].includes(promised.get(l.line.lineId)!));
  expect(fishFor.length).toBeGreaterThan(30);
  expect(fishFor.filter((l) => !kept(l)).length).toBeLessThanOrEqual(fishFor.length / 20);
  // And more was asked for than there is: some were named before they were taken.
  expect([...promised.values()].filter((a) => a === 'no' || a === 'part').length).toBeGreaterThan(10);

  for (const s of plan.species)
    expect(
      planFaults(
        problemOf(
          s as PlanSpecies,
          catalogue.find((x) => x.id === s.speciesId)!,
          formBook(),
        ),
        s.found!.plan,
      ),
    ).toEqual([]);

  // The tickets say the same as the plan: as many pieces, and no gram of a weight hidden.
  await shop.bench.ok(contract.plan.accept, { params: { id: plan.id }, body: { speciesIds: null } });
  const tickets = await shop.bench.ok(contract.bench.tickets);
  for (const l of lines.filter(kept)) {
    const cuts = tickets.flatMap((t) => t.cuts.filter((c) => c.lineId === l.line.lineId));
    if (l.line.pieces !== null)
      expect(
        cuts.reduce((n, c) => n + c.pieces!, 0),
        l.line.form,
      ).toBe(l.line.pieces);
    else {
      const grams = cuts.reduce((n, c) => n + c.totalGrams!, 0);
      const planned =
        l.found.plan.fish
          .flatMap((f) => f.pieces.filter((p) => p.line === l.line.id))
          .reduce((n, p) => n + p.grams, 0) + (l.found.offTrim[l.line.id] ?? 0);
      expect(Math.abs(grams - planned)).toBeLessThan(cuts.length + 1);
    }
  }
  expect((await proof(shop)).faults).toEqual([]);
}, 240_000);
