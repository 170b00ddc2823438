import { contract, type SentOf } from '@ember-slate/contract';
import { nothingObserved } from '@ember-slate/core/freshness';
import { describe, expect, it } from 'vitest';
import {
  bassLot,
  cut,
  delivery,
  fourFillets,
  fresh,
  gradeBody,
  proof,
  shopForEach,
  start,
  sweep,
} from './testShop.ts';

/*
 * What is added to a ticket must be what its own fish can be by then: whether they lie there whole or cut, the same fish
 * give the same answer that they gave the plan.
 */
const getShop = shopForEach();
const at = (id: number) => getShop().bench.ok(contract.bench.ticket, { params: { id } });

/** Lands four bass of 1500 g, unless said otherwise, grades them so, and sends two to the bench for fillets. */
async function ticketOf(lot: object = {}, grade: object = {}) {
  const shop = getShop();
  const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
  const landed = await shop.bench.ok(contract.landing.addLot, {
    params: { id },
    body: bassLot({ pieces: 4, grams: 6000, ...lot }),
  });
  await shop.bench.ok(contract.grading.record, { params: { id: landed.id }, body: gradeBody(grade) });
  const made = await shop.bench.ok(contract.bench.make, {
    body: {
      lotId: landed.id,
      fish: 2,
      form: 'fillet_skin_on',
      dueAt: '2026-11-25T15:00:00.000Z',
      pieces: 4,
      pieceGrams: 110,
      totalGrams: null,
    },
  });
  return { lotId: landed.id, id: made.id };
}
type Adding = Partial<SentOf<typeof contract.bench.addCut>>;
const adds = async (id: number, more: Adding) =>
  getShop().bench.send(contract.bench.addCut, {
    params: { id },
    body: {
      version: (await at(id)).version,
      lineId: null,
      form: 'steaks',
      pieces: 1,
      pieceGrams: 150,
      totalGrams: null,
      ...more,
    },
  });
const lineOf = async (more: object, order: object = {}) => {
  await getShop().counter.ok(contract.orders.take, {
    body: fourFillets({
      ...order,
      lines: [{ ...fourFillets().lines[0], form: 'fillet_skinless', pieces: 1, ...more }],
    }),
  });
  return (await getShop().bench.ok(contract.plan.lines)).at(-1)!.id;
};
const refusedFor = async (sent: ReturnType<typeof adds>) => {
  const answer = await sent;
  expect(answer.status).toBe(400);
  return answer.problem.errors!.map((e) => `${e.path}: ${e.message}`).join();
};

describe('a form for the counter is refused', () => {
  const crushed = { observed: { ...nothingObserved, damage: ['crush'] } };
  const { belly: _belly, gills: _gills, eyes: _eyes, ...headless } = fresh;
  it.each<[string, object, object, Adding, RegExp]>([
    ['of fish too small for it', { grams: 1840 }, {}, {}, /600 g and more; this is about 460 g/],
    ['by the weight of one fish', { grams: 4400 }, {}, { form: 'supreme' }, /and more; this is about 1100 g/],
    ['of fish that are damaged there', {}, crushed, {}, /S1: Crush: not sold as that/],
    [
      'that is eaten raw, of fish that were not frozen for it',
      {},
      {},
      { form: 'sashimi_block' },
      /Raw use needs a complete freezing/,
    ],
    [
      'with what these fish have no longer',
      { condition: 'headed_gutted', pieces: 4, grams: 5000 },
      { fish: [headless, headless, headless] },
      { options: ['head on'] },
      /head is already off/,
    ],
    ['with two wishes that clash', {}, {}, { options: ['head on', 'head off'] }, /options: .*both/],
    ['of another kind of fish', {}, {}, { form: 'quarter_cut' }, /is not cut as/],
  ])('%s', async (_why, lot, grade, more, words) => {
    const { id } = await ticketOf(lot, grade);
    expect(await refusedFor(adds(id, more))).toMatch(words);
    expect((await at(id)).cuts.map((c) => c.form)).toEqual(['fillet_skin_on']);
  });

  it('of a lot that is held since', async () => {
    const { id, lotId } = await ticketOf();
    await getShop().bench.ok(contract.landing.hold, {
      params: { id: lotId },
      body: { version: 2, reason: 'smells of oil' },
    });
    expect(await refusedFor(adds(id, {}))).toMatch(/hold/);
  });
});

describe('a line is refused', () => {
  it.each([
    ['that is eaten raw', { use: 'raw' }, {}, {}, /Raw use needs a complete freezing/],
    ['that is due after their life', {}, { dueAt: '2026-12-09T16:00:00.000Z' }, {}, /too old|life/],
    [
      'that is due tomorrow, of fish for today',
      {},
      { dueAt: '2026-11-26T16:00:00.000Z' },
      { verdict: 'use_today', overrideReason: 'soft' },
      /for use today/,
    ],
  ])('%s', async (_why, line, order, grade, words) => {
    const { id } = await ticketOf({}, grade);
    const lineId = await lineOf(line, order);
    expect(await refusedFor(adds(id, { lineId, form: 'fillet_skinless' }))).toMatch(words);
  });

  it('by nothing else: it is cut from these fish', async () => {
    const { id } = await ticketOf();
    const lineId = await lineOf({ use: 'grill' });
    expect((await adds(id, { lineId })).status).toBe(200);
    expect((await at(id)).cuts.map((c) => c.form).sort()).toEqual(['fillet_skin_on', 'fillet_skinless']);
  });
});

describe('fillets that are cut again', () => {
  /** Cuts the fillets of two fish for the counter, and takes two of them back to the board. */
  async function again(form = 'fillet_skinless', options: string[] = []) {
    const shop = getShop();
    const { lotId, id } = await ticketOf();
    const { version } = await cut(shop, id);
    await shop.bench.ok(contract.bench.close, { params: { id }, body: { version, reason: '' } });
    return shop.bench.send(contract.bench.make, {
      body: {
        lotId,
        place: 'place:cold_room',
        item: 'fillet_skin_on',
        batch: id,
        fish: 2,
        form,
        options,
        dueAt: '2026-11-25T15:00:00.000Z',
        pieces: 2,
        pieceGrams: 100,
        totalGrams: null,
      },
    });
  }

  it.each<[string, string, string[], RegExp]>([
    ['a form that needs the fish', 'steaks', [], /cut from the fish, not from a/],
    ['raw slices, of what was not frozen for it', 'raw_slices', [], /Raw use needs a complete freezing/],
    ['a wish that came too late', 'fillet_skinless', ['belly off'], /no belly flap any more/],
  ])('become no %s, on a new ticket or on one that lies there', async (_what, form, options, words) => {
    const fresh = await again(form, options);
    expect(fresh.status).toBe(400);
    expect(fresh.problem.errors!.map((e) => e.message).join()).toMatch(words);
    const made = await again('portion');
    expect(made.status).toBe(200);
    expect(await refusedFor(adds(made.body.id, { form, options, pieceGrams: 90 }))).toMatch(words);
  });
});

describe('what is weighed out', () => {
  it('ends where it went: water that was gained is taken off what dripped', async () => {
    const shop = getShop();
    const { id } = await ticketOf({ grams: 1840 });
    await start(shop, id);
    const params = { id };
    const weigh = (kind: 'counter' | 'trim' | 'waste' | 'drip' | 'water', item: string, grams: number) =>
      shop.bench.ok(contract.bench.weigh, {
        params,
        body: { cutId: null, kind, item, grams, pieces: kind === 'counter' ? 4 : 0, source: 'measured' },
      });
    await weigh('counter', 'fillet_skin_on', 452);
    await weigh('trim', 'frame', 201);
    await weigh('waste', 'viscera', 140);
    await weigh('drip', '', 44);
    await weigh('water', '', 17);
    await sweep(shop, id);
    await shop.bench.ok(contract.bench.close, {
      params,
      body: { version: (await at(id)).version, reason: 'washed twice' },
    });
    const sum = async (account: string) => {
      const [found] = await shop.pool.query<never[]>(
        'SELECT item, SUM(grams) AS grams FROM entry WHERE account = ? GROUP BY item ORDER BY item',
        [account],
      );
      return (found as { item: string; grams: string }[]).map((r) => [r.item, Number(r.grams)]);
    };
    expect(await sum('end:waste')).toEqual([['trim:viscera', 140]]);
    expect(await sum('end:drip')).toEqual([['whole', 44 - 17]]);
    // What nobody weighed is not forgotten either.
    expect(await sum('end:unaccounted')).toEqual([['cut', 920 - 452 - 201 - 140 - 44 + 17]]);
    expect((await proof(shop)).faults).toEqual([]);
  });
});
