import { contract } from '@ember-slate/contract';
import { beforeEach, describe, expect, it } from 'vitest';
import { cut, fourFillets, gradeBody, landBass, pins, shopForEach, type TestShop } from './testShop.ts';

/*
 * One date a lot: whoever asks, on whichever page, is told the same last day and the same days left of the same fish at the
 * same moment, from the grade to the label.
 */
let shop: TestShop;
const freshShop = shopForEach();
beforeEach(() => void (shop = freshShop()));

interface Told {
  page: string;
  sellBy: string | null | undefined;
  /** Undefined where a page says the day only. */
  daysLeft?: number | null;
}

/** What each page says of one item of a lot. */
async function told(lotId: number, item: string, batch: number): Promise<Told[]> {
  const { manager, bench } = shop;
  const whole = item === 'whole' && batch === 0;
  const life = await bench.ok(contract.cold.lot, { params: { id: lotId } });
  const row = life.rows.find((r) => r.item === item && r.batch === batch)!;
  const stock = (await manager.ok(contract.counter.stock)).find(
    (r) => r.lotId === lotId && r.item === item && r.batch === batch,
  )!;
  const first = (await bench.ok(contract.cold.first)).find(
    (r) => r.lotId === lotId && r.itemName === row.itemName && r.placeName === row.placeName,
  );
  const graded = whole ? (await bench.ok(contract.grading.lots)).find((l) => l.id === lotId) : undefined;
  const one = whole ? await bench.ok(contract.grading.lot, { params: { id: lotId } }) : undefined;
  return [
    { page: 'life', sellBy: row.sellBy, daysLeft: row.daysLeft },
    { page: 'counter', sellBy: stock.sellBy, daysLeft: stock.daysLeft },
    ...(first ? [{ page: 'what goes first', sellBy: first.sellBy, daysLeft: first.daysLeft }] : []),
    ...(graded ? [{ page: 'grading', sellBy: graded.sellBy, daysLeft: graded.daysLeft }] : []),
    ...(one ? [{ page: 'grade', sellBy: one.sellBy, daysLeft: one.daysLeft }] : []),
  ];
}

const agree = (pages: readonly Told[]) => {
  const [first] = pages;
  for (const p of pages) {
    expect(p.sellBy, `${p.page} against ${first!.page}`).toBe(first!.sellBy);
    if (p.daysLeft !== undefined)
      expect(p.daysLeft, `${p.page} against ${first!.page}`).toBe(first!.daysLeft);
  }
};
describe('a lot of bass', () => {
  it('has one last day on every page, as it came, on its last day and past it', async () => {
    const { lotId } = await landBass(shop);
    agree(await told(lotId, 'whole', 0));
    const [{ sellBy } = { sellBy: null }] = await told(lotId, 'whole', 0);
    for (const at of ['2026-11-25T19:30:00Z', `${sellBy}T15:00:00Z`]) {
      shop.clock.now = new Date(at);
      for (const role of ['manager', 'bench'] as const) await shop[role].signIn(shop.staff[role], pins[role]);
      agree(await told(lotId, 'whole', 0));
    }
  });

  it.each([
    ['accept', null],
    ['use_today', '2026-11-25'],
  ] as const)('graded %s and cut for the counter, has the day of its label', async (verdict, last) => {
    const { lotId } = await landBass(shop, false);
    await shop.bench.ok(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody({ verdict, overrideReason: verdict === 'accept' ? '' : 'The eyes say otherwise' }),
    });
    const made = await shop.bench.ok(contract.bench.make, {
      body: {
        lotId,
        item: 'whole',
        batch: 0,
        place: 'place:cold_room',
        fish: 2,
        form: 'fillet_skin_on',
        dueAt: '2026-11-25T15:00:00.000Z',
        pieces: 4,
        pieceGrams: 90,
        totalGrams: null,
        options: [],
        thickMm: null,
        packing: 'wrapped',
      },
    });
    const ticket = await cut(shop, made.id);
    const weight = ticket.weighOuts.find((w) => w.kind === 'counter')!;
    const label = await shop.bench.ok(contract.labels.make, {
      params: { id: ticket.id, weightId: weight.id },
      body: { size: '58x40', print: false },
    });
    await shop.bench.ok(contract.bench.close, {
      params: { id: ticket.id },
      body: { version: ticket.version, reason: '' },
    });
    const pages = await told(lotId, 'fillet_skin_on', ticket.id);
    const paper = await shop.bench.ok(contract.labels.one, { params: { id: label.id } });
    agree([...pages, { page: 'label', sellBy: paper.useBy }]);
    if (last) expect(paper.useBy).toBe(last);
    else expect(paper.useBy! > paper.packedOn).toBe(true);
    // Each part of it goes by its own clock, and says so alike.
    const { rows } = await shop.bench.ok(contract.trim.onHand);
    for (const r of rows)
      agree([...(await told(lotId, r.item, r.batch)), { page: 'trim', sellBy: r.sellBy }]);
  });

  it('graded for use today is sold today, promised for no other day, and graded again or binned tomorrow', async () => {
    const { lotId } = await landBass(shop, false);
    const body = gradeBody({ verdict: 'use_today', overrideReason: 'The eyes say otherwise' });
    await shop.bench.ok(contract.grading.record, { params: { id: lotId }, body });
    agree([...(await told(lotId, 'whole', 0)), { page: 'the grader', sellBy: '2026-11-25' }]);
    const promised = async (dueAt: string) => {
      const { lines } = fourFillets();
      return (await shop.manager.ok(contract.orders.promise, { body: { dueAt, lines } }))[0]!;
    };
    expect((await promised('2026-11-25T15:00:00.000Z')).answer).toBe('yes');
    const late = await promised('2026-11-26T15:00:00.000Z');
    expect(late.answer).toBe('no');
    expect(late.because).toMatch(/Graded for use today/);
    shop.clock.now = new Date('2026-11-26T10:00:00Z');
    for (const role of ['manager', 'bench'] as const) await shop[role].signIn(shop.staff[role], pins[role]);
    const [row] = await shop.manager.ok(contract.counter.stock);
    expect(row).toMatchObject({
      sellBy: null,
      blocked: expect.stringMatching(/grade it again, or bin it/) as string,
    });
    await shop.bench.ok(contract.grading.record, { params: { id: lotId }, body: gradeBody() });
    const pages = await told(lotId, 'whole', 0);
    agree(pages);
    expect(pages[0]!.sellBy! > '2026-11-26').toBe(true);
  });
});
