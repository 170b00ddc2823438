import { contract } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { expectRefused, noQuantity, today, refusingShop } from './refused.ts';
import { cut, fourFillets, landBass, start, toBench, wholeKey } from './testShop.ts';

/* What the plan and the bench refuse, and in which words. */

const { at, ask, versionOf, orderOf } = refusingShop();

describe('the plan by hand refuses', () => {
  it('a lot twice, fish of another kind, more than are free, and a line that has gone', async () => {
    const { lotId } = await landBass(at.shop);
    const { id: orderId } = await at.shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const line = (await at.shop.bench.ok(contract.plan.lines)).find((l) => l.orderId === orderId)!;
    const choose = (picks: object[], version = line.version, id = line.id) =>
      ask({ by: 'bench', route: contract.plan.choose, params: { id }, body: { version, picks } });
    const one = { lotId, fish: 1 };
    expectRefused(await choose([one, one]), [400, 'picks', /One choice a lot/]);
    expectRefused(await choose([{ lotId: 9999, fish: 1 }]), [
      400,
      'picks.0.lotId',
      /of that lot in the cold room/,
    ]);
    expectRefused(await choose([{ lotId, fish: 200 }]), [400, 'picks.0.fish', /not promised/]);
    expectRefused(await choose([one], line.version + 1), [409, null, /planned this line meanwhile/]);
    const send = (version: number) =>
      ask({ by: 'bench', route: contract.plan.send, params: { id: line.id }, body: { version } });
    expectRefused(await send(line.version), [409, null, /Choose its fish first/]);
    expect((await choose([{ lotId, fish: 2 }])).status).toBe(200);
    expect((await send(line.version + 1)).status).toBe(200);
    expectRefused(await choose([one], line.version + 2), [409, null, /at the bench or gone/]);
    const letGo = { version: line.version + 2, letGo: true };
    expectRefused(
      await ask({ by: 'bench', route: contract.plan.letGo, params: { id: line.id }, body: letGo }),
      [409, null, /at the bench or gone/],
    );
  });
});

describe('the plan of the day refuses', () => {
  it('species, lines and fish that are not in it, and steps that do not follow', async () => {
    await landBass(at.shop);
    await at.shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const { id } = await at.shop.bench.ok(contract.plan.start, {
      body: { horizon: 'all', seconds: 0.3, keepPinned: true, speciesIds: ['sea_bass'] },
    });
    const now = async () => (await at.shop.bench.ok(contract.plan.day)).plan!;
    await expect.poll(async () => (await now()).state, { timeout: 20_000 }).toBe('done');
    const plan = await now();
    const { lines, fish } = plan.species.find((s) => s.speciesId === 'sea_bass')!;
    const move = (more: object) =>
      ask({
        by: 'bench',
        route: contract.plan.move,
        params: { id },
        body: { speciesId: 'sea_bass', line: lines[0]!.id, from: null, to: fish[0]!.id, ...more },
      });
    expectRefused(await move({ speciesId: 'plaice' }), [
      400,
      'speciesId',
      /Nothing is planned of that species/,
    ]);
    expectRefused(await move({ line: 'x' }), [400, 'line', /No such line in the plan/]);
    expectRefused(await move({ to: 'x' }), [400, 'to', /No such fish in the plan/]);
    const price = (query: Record<string, string>) =>
      ask({ by: 'bench', route: contract.plan.price, params: { id }, query });
    expectRefused(await price({ speciesId: 'plaice', line: lines[0]!.id }), [
      400,
      'speciesId',
      /Nothing is planned of that species/,
    ]);
    expectRefused(await price({ speciesId: 'sea_bass', line: 'x' }), [
      400,
      'line',
      /No such line in the plan/,
    ]);
    const back = () => ask({ by: 'bench', route: contract.plan.back, params: { id } });
    expectRefused(await back(), [409, null, /Nothing was changed by hand/]);
    const accept = (speciesIds: string[] | null) =>
      ask({ by: 'bench', route: contract.plan.accept, params: { id }, body: { speciesIds } });
    expectRefused(await accept(['plaice']), [400, 'speciesIds', /None of these is in the plan/]);
    expect((await now()).id).toBe(id);
    expect((await accept(['sea_bass'])).status).toBe(200);
    expectRefused(await accept(['sea_bass']), [409, null, /at the bench already/]);
    expectRefused(await move({}), [409, null, /at the bench already/]);
    const pin = { fish: [fish[0]!.id], pinned: true };
    expectRefused(await ask({ by: 'bench', route: contract.plan.pin, params: { id }, body: pin }), [
      409,
      null,
      /at the bench already/,
    ]);
  });
});

describe('the bench refuses', () => {
  it('forms and lines that do not belong on the ticket', async () => {
    await landBass(at.shop);
    await landBass(at.shop, true, { speciesId: 'hake' });
    const { tickets, orderId } = await toBench(at.shop);
    const params = { id: tickets[0]! };
    const add = async (more: object) =>
      ask({
        by: 'bench',
        route: contract.bench.addCut,
        params,
        body: {
          version: await versionOf(params.id),
          lineId: null,
          form: 'fillet_skinless',
          ...noQuantity,
          totalGrams: 400,
          ...more,
        },
      });
    const mine = (await orderOf(orderId)).lines[0]!.id;
    const other = await at.shop.counter.ok(contract.orders.take, {
      body: fourFillets({ lines: [{ ...fourFillets().lines[0]!, speciesId: 'hake' }] }),
    });
    const hake = (await orderOf(other.id)).lines[0]!.id;
    expectRefused(await add({ lineId: hake }), [400, 'lineId', /No such line of this species/]);
    expectRefused(await add({ lineId: mine }), [409, null, /at the bench or gone already/]);
    expectRefused(await add({ totalGrams: null }), [400, 'pieces', /Say pieces and the weight of one/]);
    expectRefused(await add({ options: ['head on', 'head off'] }), [400, 'options', /cannot both be/]);
    expectRefused(await add({ form: 'scaled_gutted' }), [400, 'form', /takes the whole fish/]);
    expect((await add({})).status).toBe(200);
    expectRefused(await add({}), [400, 'form', /for the counter are on this ticket already/]);
    const drop = async (cutId: number) =>
      ask({
        by: 'bench',
        route: contract.bench.dropCut,
        params: { ...params, cutId },
        body: { version: await versionOf(params.id) },
      });
    expectRefused(await drop(9999), [404, null, /No such form on this ticket/]);
    const t = await at.shop.bench.ok(contract.bench.ticket, { params });
    await start(at.shop, params.id);
    const counter = t.cuts.find((c) => c.lineId === null)!;
    await at.shop.bench.ok(contract.bench.weigh, {
      params,
      body: {
        cutId: null,
        kind: 'counter',
        item: 'fillet_skinless',
        grams: 90,
        pieces: 1,
        source: 'measured',
      },
    });
    expectRefused(await drop(counter.id), [409, null, /Remove what was weighed for it first/]);
    const order = t.cuts.find((c) => c.lineId !== null)!;
    const closing = await ask({
      by: 'bench',
      route: contract.bench.close,
      params,
      body: { version: await versionOf(params.id), reason: '' },
    });
    expectRefused(closing, [409, null, /Nothing was weighed out for Pell's fillets, skin on yet/]);
    expect((await drop(order.id)).status).toBe(200);
    const freed = (await at.shop.bench.ok(contract.plan.lines)).find((l) => l.id === mine);
    expect(freed?.state).toBe('open');
    expectRefused(await drop(counter.id), [409, null, /the only form of this ticket/]);
  });

  it('a ticket of fish that are not there, or of what is not cut again', async () => {
    const { lotId } = await landBass(at.shop);
    const make = (more: object) =>
      ask({
        by: 'bench',
        route: contract.bench.make,
        body: {
          lotId,
          fish: 1,
          form: 'fillet_skinless',
          dueAt: '2026-11-25T16:00:00.000Z',
          ...noQuantity,
          totalGrams: 200,
          ...more,
        },
      });
    await ask({
      by: 'counter',
      route: contract.counter.discard,
      body: { ...wholeKey(lotId), grams: 4600, pieces: 10, to: 'waste', reason: 'warm' },
    });
    expectRefused(await make({}), [400, 'lotId', /No fish of that lot in the cold room/]);
    const other = await landBass(at.shop);
    expectRefused(await make({ lotId: other.lotId, options: ['tied', 'wrapped tight'] }), [
      400,
      'options',
      /cannot both be/,
    ]);
    expectRefused(await make({ lotId: other.lotId, item: 'steaks' }), [
      400,
      'lotId',
      /Nothing of that lies there/,
    ]);
    expect((await make({ lotId: other.lotId })).status).toBe(200);
  });

  it('to be handed to nobody, or to someone who does not cut', async () => {
    await landBass(at.shop);
    const { tickets } = await toBench(at.shop);
    const { id } = await start(at.shop, tickets[0]!);
    const hand = async (to: number) =>
      ask({
        by: 'bench',
        route: contract.bench.hand,
        params: { id },
        body: { version: await versionOf(id), to },
      });
    expectRefused(await hand(9999), [400, 'to', /Nobody of that name works here/]);
    expectRefused(await hand(at.shop.staff.counter), [400, 'to', /The counter does not cut/]);
    expect((await hand(at.shop.staff.manager)).status).toBe(200);
  });

  it('fish of one lot where two lie on the ticket', async () => {
    const a = await landBass(at.shop, true, { pieces: 1, grams: 460 });
    const b = await landBass(at.shop, true, { pieces: 1, grams: 460 });
    const { id: orderId } = await at.shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const line = (await at.shop.bench.ok(contract.plan.lines)).find((l) => l.orderId === orderId)!;
    const params = { id: line.id };
    const picks = [a, b].map(({ lotId }) => ({ lotId, fish: 1 }));
    await at.shop.bench.ok(contract.plan.choose, { params, body: { version: line.version, picks } });
    const { id } = await at.shop.bench.ok(contract.plan.send, {
      params,
      body: { version: line.version + 1 },
    });
    const inputs = [{ lotId: a.lotId, grams: 460, source: 'measured' }];
    expectRefused(
      await ask({
        by: 'bench',
        route: contract.bench.start,
        params: { id },
        body: { version: await versionOf(id), inputs },
      }),
      [400, 'inputs', new RegExp(`Weigh the fish of lot ${b.code} too`)],
    );
  });

  it('to open a ticket again whose customer has collected it, and a label of a tub', async () => {
    await landBass(at.shop);
    const { tickets, orderId } = await toBench(at.shop);
    const params = { id: tickets[0]! };
    const t = await cut(at.shop, params.id);
    const tub = t.weighOuts.find((w) => w.kind === 'trim')!;
    expectRefused(
      await ask({
        by: 'bench',
        route: contract.labels.make,
        params: { ...params, weightId: tub.id },
        body: { size: '58x40', print: false },
      }),
      [409, null, /Labels are for pieces/],
    );
    const piece = t.weighOuts.find((w) => w.kind === 'order')!;
    const label = await at.shop.bench.ok(contract.labels.make, {
      params: { ...params, weightId: piece.id },
      body: { size: '58x40', print: false },
    });
    const voidIt = () =>
      ask({ by: 'bench', route: contract.labels.void, params: { id: label.id }, body: { why: 'wet' } });
    expect((await voidIt()).status).toBe(200);
    expectRefused(await voidIt(), [409, null, /void already/]);
    for (const route of [contract.labels.print, contract.labels.printedByHand])
      expectRefused(await ask({ by: 'bench', route, params: { id: label.id } }), [409, null, /void: wet/]);
    await at.shop.bench.ok(contract.bench.close, { params, body: { version: t.version, reason: '' } });
    const order = await orderOf(orderId);
    await at.shop.counter.ok(contract.orders.handOver, {
      params: { id: orderId },
      body: { version: order.version, prices: order.lines.map((l) => ({ lineId: l.id, perKg: 3000 })) },
    });
    expectRefused(
      await ask({
        by: 'bench',
        route: contract.bench.reopen,
        params,
        body: { version: await versionOf(params.id), reason: 'a bone' },
      }),
      [409, null, /customer has collected it/],
    );
    const [sold] = await at.shop.counter.ok(contract.counter.sales, { query: { day: today } });
    const takeBack = () =>
      ask({ route: contract.counter.voidSale, params: { id: sold!.id }, body: { reason: 'a mistake' } });
    expect((await takeBack()).status).toBe(200);
    expectRefused(await takeBack(), [409, null, /taken back already/]);
  });
});
