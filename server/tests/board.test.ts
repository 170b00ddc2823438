import { contract } from '@ember-slate/contract';
import { nothingObserved } from '@ember-slate/core/freshness';
import { describe, expect, it } from 'vitest';
import {
  bassLot,
  cut,
  delivery,
  fourFillets,
  fresh,
  gradeBody,
  shopForEach,
  landBass,
  noon,
  pins,
  proof,
  start,
  toBench,
  wholeKey,
  type TestShop,
} from './testShop.ts';

const fresher = shopForEach();
const make = (shop: TestShop, lotId: number, more: object = {}) =>
  shop.bench.send(contract.bench.make, {
    body: {
      lotId,
      fish: 2,
      form: 'fillet_skin_on',
      dueAt: '2026-11-25T16:00:00.000Z',
      pieces: 2,
      pieceGrams: 300,
      totalGrams: null,
      ...more,
    },
  });
const made = async (shop: TestShop, lotId: number, more: object = {}) => {
  const answer = await make(shop, lotId, more);
  expect(answer.status).toBe(200);
  return answer.body.id;
};
const at = (shop: TestShop, id: number) => shop.bench.ok(contract.bench.ticket, { params: { id } });
const choose = (shop: TestShop, id: number, question: string, method: string) =>
  shop.bench.send(contract.bench.methods, { params: { id }, body: { question, method } });

describe('what is said about a form', () => {
  it('is an act on the board, and stands on the list and the label, for the counter too', async () => {
    const shop = fresher();
    const { lotId } = await landBass(shop);
    const options = ['slashed 3 times a side', 'head off'];
    const id = await made(shop, lotId, { form: 'scaled_gutted', options });
    const ticket = await at(shop, id);
    expect(ticket.stepIds).toEqual(expect.arrayContaining(['head', 'slash']));
    expect((await shop.bench.ok(contract.bench.tickets))[0]!.cuts[0]!.options).toEqual(options);
    await start(shop, id);
    const weighed = await shop.bench.ok(contract.bench.weigh, {
      params: { id },
      body: { cutId: null, kind: 'counter', item: 'scaled_gutted', grams: 330, pieces: 1, source: 'typed' },
    });
    const label = await shop.bench.ok(contract.labels.make, {
      params: { id, weightId: weighed.id },
      body: { size: '58x40', print: false },
    });
    const face = await shop.bench.ok(contract.labels.one, { params: { id: label.id } });
    expect(face.facts[0]).toBe('slashed 3 times a side; head off.');
  });

  it('is refused where it cannot be had or clashes', async () => {
    const shop = fresher();
    const { lotId } = await landBass(shop);
    const paths = async (more: object) => (await make(shop, lotId, more)).problem.errors?.map((e) => e.path);
    expect(await paths({ form: 'butterfly_back', options: ['head on', 'head off'] })).toEqual(['options']);
    expect(await paths({ form: 'half_shell', options: ['skirts left'] })).toEqual(['form']);
  });

  it('cuts a slice as thick as it is said', async () => {
    const shop = fresher();
    const { lotId } = await landBass(shop, true, { pieces: 2, grams: 3000 });
    const id = await made(shop, lotId, { form: 'steaks', pieces: 4, pieceGrams: 200, thickMm: 35 });
    const ticket = await at(shop, id);
    expect(ticket.cuts[0]!.thickMm).toBe(35);
    expect(ticket.steps.find((s) => s.id === 'slices')!.begin).toMatch(/^35 mm/);
  });
});

describe('a cutting method', () => {
  it('does on the ticket what its comparison said, or is refused with its reason', async () => {
    const shop = fresher();
    const { lotId } = await landBass(shop);
    const id = await made(shop, lotId);
    const before = await at(shop, id);
    const ways = await shop.bench.ok(contract.bench.ways, { params: { id } });
    const scissors = ways.find((w) => w.question === 'ribs')!.ways.find((w) => w.method === 'scissors')!;
    await shop.bench.ok(contract.bench.methods, {
      params: { id },
      body: { question: 'ribs', method: 'scissors' },
    });
    const after = await at(shop, id);
    expect(after.expected.mains[0]! - before.expected.mains[0]!).toBe(scissors.grams);
    expect(after.minutes - before.minutes).toBeCloseTo(scissors.minutes, 9);
    expect(after.stepIds).toContain('ribs');
    for (const [question, method, why] of [
      ['ribs', 'through', /salmonids/],
      ['flatfish', 'cross', /flatfish/],
      ['silver', 'knife', /no fillets|changes nothing|monk/i],
    ] as const) {
      const refused = await choose(shop, id, question, method);
      expect([refused.status, refused.problem.errors?.[0]?.message]).toEqual([
        400,
        expect.stringMatching(why),
      ]);
    }
  });
});

describe('what grading saw', () => {
  const graded = async (shop: TestShop, more: object) => {
    const { lotId } = await landBass(shop, false);
    await shop.bench.ok(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody({ fish: [fresh, fresh, fresh], observed: { ...nothingObserved, damage: [], ...more } }),
    });
    return lotId;
  };
  it('holds stiff fish until somebody says that it is limp', async () => {
    const shop = fresher();
    const lotId = await graded(shop, { rigor: 'in_rigor' });
    const id = await made(shop, lotId);
    const ticket = await at(shop, id);
    const begin = (limp: boolean) =>
      shop.bench.send(contract.bench.start, {
        params: { id },
        body: {
          version: ticket.version,
          inputs: [{ lotId, grams: ticket.inputs[0]!.grams, source: 'typed' }],
          limp,
        },
      });
    const refused = await begin(false);
    expect([refused.status, refused.problem.errors?.[0]?.path]).toEqual([400, 'limp']);
    expect((await begin(true)).status).toBe(200);
    // Said once, it counts for the next ticket of the lot.
    const next = await made(shop, lotId);
    await start(shop, next);
  });
  it('expects the roe it saw', async () => {
    const shop = fresher();
    const id = await made(shop, await graded(shop, { roe: 'full' }));
    const { expected, stepIds } = await at(shop, id);
    expect(expected.trims.find((t) => t.part === 'roe')!.grams).toBeGreaterThan(10);
    expect(stepIds).toContain('roe');
  });
});

describe('what was cut before', () => {
  it('is cut again with its lot, its clock and every gram', async () => {
    const shop = fresher();
    const { lotId } = await landBass(shop);
    const first = await cut(shop, await made(shop, lotId, { pieces: 4, pieceGrams: 110 }));
    await shop.bench.ok(contract.bench.close, {
      params: { id: first.id },
      body: { version: first.version, reason: '' },
    });
    const row = (await shop.bench.ok(contract.counter.stock)).find(
      (r) => r.item === 'fillet_skin_on' && r.place === 'place:cold_room',
    )!;
    const from = { item: row.item, batch: row.batch, place: 'place:cold_room', fish: row.pieces };
    const id = await made(shop, lotId, {
      ...from,
      form: 'fillet_skinless',
      pieces: row.pieces,
      pieceGrams: 90,
    });
    const ticket = await at(shop, id);
    expect(ticket.inputs[0]).toMatchObject({
      item: 'fillet_skin_on',
      condition: 'boned_side',
      grams: row.grams,
    });
    expect(ticket.stepIds).toEqual(expect.arrayContaining(['again', 'skin']));
    expect(ticket.stepIds).not.toEqual(expect.arrayContaining(['head']));
    expect(ticket.stepIds).not.toContain('pin_bones');
    const again = await cut(shop, id);
    await shop.bench.ok(contract.bench.close, {
      params: { id },
      body: { version: again.version, reason: '' },
    });
    const rows = await shop.bench.ok(contract.counter.stock);
    expect(rows.some((r) => r.item === 'fillet_skin_on')).toBe(false);
    const skinless = rows.find((r) => r.item === 'fillet_skinless')!;
    expect(skinless).toMatchObject({ lotId, batch: id });
    expect(skinless.daysLeft!).toBeLessThanOrEqual(row.daysLeft! + 1e-6);
  });
  it('is refused for what a piece does not give, for more than lies there, and for raw use without its record', async () => {
    const shop = fresher();
    const { lotId } = await landBass(shop, true, { pieces: 2, grams: 4000 });
    const first = await cut(shop, await made(shop, lotId, { pieces: 4, pieceGrams: 400 }));
    await shop.bench.ok(contract.bench.close, {
      params: { id: first.id },
      body: { version: first.version, reason: '' },
    });
    const row = (await shop.bench.ok(contract.counter.stock)).find((r) => r.item === 'fillet_skin_on')!;
    const from = { item: row.item, batch: row.batch, fish: 1 };
    const said = async (more: object) =>
      (await make(shop, lotId, { ...from, ...more })).problem.errors?.map((e) => [e.path, e.message]);
    expect(await said({ form: 'steaks' })).toEqual([['form', expect.stringMatching(/from the fish/)]]);
    expect(await said({ form: 'portion', fish: 99 })).toEqual([
      ['fish', expect.stringMatching(/pieces of it/)],
    ]);
    expect(await said({ form: 'sashimi_block' })).toEqual([
      ['form', expect.stringMatching(/freezing record/)],
    ]);
    expect(await said({ form: 'portion', batch: 999 })).toEqual([['lotId', expect.any(String)]]);
  });
});

describe('how pieces are packed', () => {
  it('is said with the order, done at the bench, and asked of the rules', async () => {
    const shop = fresher();
    await landBass(shop);
    const wish = fourFillets();
    const packed = (packing: string) =>
      ({ ...wish, lines: wish.lines.map((l) => ({ ...l, packing })) }) as typeof wish;
    const { tickets } = await toBench(shop, packed('vacuum'));
    const ticket = await cut(shop, tickets[0]!);
    expect(ticket.cuts[0]!.packing).toBe('vacuum');
    const label = await shop.bench.ok(contract.labels.make, {
      params: { id: ticket.id, weightId: ticket.weighOuts[0]!.id },
      body: { size: '58x40', print: false },
    });
    const face = await shop.bench.ok(contract.labels.one, { params: { id: label.id } });
    expect(face.facts.join(' ')).toMatch(/Vacuum-packed: keep at 3\.3/);
    expect(ticket.stepIds.slice(-4)).toEqual(['weigh', 'pack_vacuum', 'label', 'clean']);
    await shop.manager.ok(contract.people.setRules, { body: { version: 1, profile: 'us' } });
    const refused = await shop.counter.send(contract.orders.take, { body: packed('vacuum') });
    expect(refused.problem.errors).toEqual([
      { path: 'lines.0.packing', message: expect.stringMatching(/only when it is frozen/) as string },
    ]);
    expect((await shop.counter.send(contract.orders.take, { body: packed('tray') })).status).toBe(200);
    expect((await shop.counter.send(contract.orders.take, { body: packed('in a hat') })).status).toBe(400);
  });

  it('freezes nothing twice', async () => {
    const shop = fresher();
    const { lotId } = await landBass(shop, true, { pieces: 2, grams: 920 });
    const move = (from: string, to: string) =>
      shop.counter.ok(contract.counter.move, {
        body: { ...wholeKey(lotId), place: from, grams: 920, pieces: 2, to } as never,
      });
    const said = async () =>
      (await make(shop, lotId, { packing: 'frozen', fish: 1, pieces: 1 })).problem?.errors?.map(
        (e) => e.path,
      );
    await move('place:cold_room', 'place:freezer');
    shop.clock.now = new Date(noon.getTime() + 6 * 3_600_000);
    for (const role of ['counter', 'bench'] as const) await shop[role].signIn(shop.staff[role], pins[role]);
    await move('place:freezer', 'place:cold_room');
    expect(await said()).toEqual(['packing']);
  });
});

describe('a paper that lets fish be eaten raw unfrozen', () => {
  const lotNow = async (shop: TestShop, lotId: number) =>
    (await shop.bench.ok(contract.landing.deliveries)).flatMap((d) => d.lots).find((l) => l.id === lotId)!;
  const keep = async (screen: TestShop['bench'], shop: TestShop, lotId: number, paper: object | null) =>
    screen.send(contract.landing.rawPaper, {
      params: { id: lotId },
      raw: { version: (await lotNow(shop, lotId)).version, paper },
    });
  const farmed = { ground: 'farmed_feed', document: 'F-12/26' };

  it('is what the promise, the bench, the advice and a part of the lot ask, until it is withdrawn', async () => {
    const shop = fresher();
    const { lotId } = await landBass(shop, true, { production: 'farmed', area: 'Orkney', gear: null });
    const raw = async () => {
      const [answer] = await shop.counter.ok(contract.orders.promise, {
        body: {
          dueAt: '2026-11-25T16:00:00.000Z',
          lines: [
            {
              speciesId: 'sea_bass',
              form: 'raw_slices',
              pieces: null,
              pieceGrams: null,
              totalGrams: 100,
              use: 'raw',
            },
          ],
        },
      });
      const made = await make(shop, lotId, {
        form: 'raw_slices',
        fish: 1,
        pieces: null,
        pieceGrams: null,
        totalGrams: 100,
      });
      const advice = await shop.counter.ok(contract.counter.advice, {
        query: { lotId: String(lotId), item: 'whole' },
      });
      return [answer!.answer, made.status, advice.cook.join(' ').includes('Its record allows raw dishes')];
    };
    expect(await raw()).toEqual(['no', 400, false]);
    expect((await keep(shop.bench, shop, lotId, farmed)).status).toBe(403);
    expect(
      (await keep(shop.manager, shop, lotId, { ...farmed, document: '' })).problem.errors![0]!.path,
    ).toBe('paper.document');
    expect(
      (await keep(shop.manager, shop, lotId, { ground: 'safe_grounds', document: 'x' })).problem.errors,
    ).toEqual([{ path: 'paper.ground', message: expect.stringMatching(/Only wild fish/) as string }]);
    expect((await keep(shop.manager, shop, lotId, farmed)).status).toBe(200);
    expect(await raw()).toEqual(['yes', 200, true]);
    const life = await shop.bench.ok(contract.cold.lot, { params: { id: lotId } });
    expect(life.rawPaper).toEqual(farmed);
    const lot = await lotNow(shop, lotId);
    const part = await shop.bench.ok(contract.landing.split, {
      params: { id: lotId },
      body: { version: lot.version, pieces: 1, grams: 460, source: 'typed', remarks: '' },
    });
    expect((await shop.bench.ok(contract.cold.lot, { params: { id: part.id } })).rawPaper).toEqual(farmed);
    for (const id of [lotId, part.id]) expect((await keep(shop.manager, shop, id, null)).status).toBe(200);
    expect(await raw()).toEqual(['no', 400, false]);
    const [kept] = await shop.pool.query('SELECT COUNT(*) AS n FROM raw_paper');
    expect(kept).toEqual([{ n: 2 }]);
  });
});

describe('sides, fillets and loins bought in', () => {
  const piece = { smell: 0, firmness: 0, cut_face: 0, gaping: 0, dried: 0, blemish: 0, drip: 0 } as const;
  const landed = async (shop: TestShop, condition: string, more: object = {}) => {
    const { lotId, code } = await landBass(shop, false, {
      speciesId: 'salmon',
      condition,
      pieces: 6,
      grams: 7200,
      ...more,
    });
    await shop.bench.ok(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody({ scheme: 'cut-piece', fish: [piece, piece, piece] }),
    });
    return { lotId, code };
  };

  it('are graded by the signs of a piece, lie in stock under their name and live as long as if cut here', async () => {
    const shop = fresher();
    const { lotId } = await landed(shop, 'side');
    const [row] = await shop.bench.ok(contract.counter.stock);
    expect(row).toMatchObject({ lotId, item: 'whole', itemName: 'side, bone in', cutAs: 'side', pieces: 6 });
    const fish = await landBass(shop, false, {
      speciesId: 'salmon',
      condition: 'gutted',
      pieces: 2,
      grams: 8000,
    });
    const { belly: _belly, ...gutted } = fresh;
    await shop.bench.ok(contract.grading.record, {
      params: { id: fish.lotId },
      body: gradeBody({ fish: [gutted, gutted] }),
    });
    const rows = await shop.bench.ok(contract.counter.stock);
    const days = (id: number) => rows.find((r) => r.lotId === id)!.daysLeft!;
    expect(days(lotId)).toBeLessThan(days(fish.lotId) * 0.8);
  });

  it('are refused where a fish has no such piece, and judged by no sign they have not', async () => {
    const shop = fresher();
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    const send = (more: object) =>
      shop.bench.send(contract.landing.addLot, { params: { id }, body: bassLot(more) });
    const refused = await send({ speciesId: 'plaice', condition: 'loin' });
    expect(refused.problem.errors?.map((e) => e.path)).toEqual(['condition']);
    const lot = await send({ speciesId: 'salmon', condition: 'side', pieces: 3, grams: 3600 });
    const wrong = await shop.bench.send(contract.grading.record, {
      params: { id: lot.body.id },
      body: gradeBody({ fish: [fresh, fresh, fresh] }),
    });
    expect(wrong.status).toBe(400);
  });

  it('are promised, cut and accounted for like fish, pin bones out and all', async () => {
    const shop = fresher();
    const { lotId } = await landed(shop, 'side');
    await shop.counter.ok(contract.orders.take, {
      body: fourFillets({
        lines: [
          { ...fourFillets().lines[0]!, speciesId: 'salmon', form: 'portion', pieces: 12, pieceGrams: 160 },
        ],
      }),
    });
    const [line] = await shop.bench.ok(contract.plan.lines);
    expect(line!.promise).toMatchObject({
      answer: 'yes',
      because: expect.stringMatching(/pieces from/) as string,
    });
    const id = await made(shop, lotId, { fish: 2, form: 'portion', pieces: 10, pieceGrams: 160 });
    const ticket = await at(shop, id);
    expect(ticket.inputs[0]).toMatchObject({ condition: 'side', itemName: 'side, bone in', pieces: 2 });
    expect(ticket.stepIds).toContain('pin_bones');
    for (const gone of ['head', 'gut', 'fins', 'fillet_first']) expect(ticket.stepIds).not.toContain(gone);
    const { mains, trims, drip } = ticket.expected;
    const named = mains[0]! + trims.reduce((s, t) => s + t.grams, 0) + drip;
    expect(Math.abs(named - ticket.inputs[0]!.grams)).toBeLessThanOrEqual(3);
    const done = await cut(shop, id);
    await shop.bench.ok(contract.bench.close, {
      params: { id },
      body: { version: done.version, reason: '' },
    });
    const portions = (await shop.bench.ok(contract.counter.stock)).find((r) => r.item === 'portion')!;
    expect(portions).toMatchObject({ lotId, batch: id, cutAs: 'boned_side' });
    expect((await proof(shop)).faults).toEqual([]);
  });

  it('with their pin bones left in are cut again as sides that have them', async () => {
    const shop = fresher();
    const { lotId } = await landed(shop, 'side');
    const first = await cut(
      shop,
      await made(shop, lotId, {
        form: 'fillet_skin_on',
        pieces: 2,
        pieceGrams: 1100,
        options: ['pin bones left in, declared'],
      }),
    );
    await shop.bench.ok(contract.bench.close, {
      params: { id: first.id },
      body: { version: first.version, reason: '' },
    });
    const row = (await shop.bench.ok(contract.counter.stock)).find((r) => r.item === 'fillet_skin_on')!;
    expect(row.cutAs).toBe('side');
    const id = await made(shop, lotId, {
      item: row.item,
      batch: row.batch,
      fish: 1,
      form: 'portion',
      pieces: 4,
    });
    expect((await at(shop, id)).stepIds).toContain('pin_bones');
  });
});
