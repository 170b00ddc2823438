import { contract } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { run } from '../src/platform/db.ts';
import { type Asked, expectRefused, type Refused, refusingShop } from './refused.ts';
import { bassLot, delivery, fourFillets, landBass, noon, ownForm, shopForEach } from './testShop.ts';

/* What trim, costs, reports, grading, orders, forms, jobs and deliveries refuse, and in which words. */

describe('a shop refuses', () => {
  const { ask } = refusingShop();
  const back = { from: '2026-11-26', to: '2026-11-25' };
  const rule = { version: 1, keep: false, perKg: null, demandGrams: 0, goesTo: 'bin' };
  const steaks = { form: 'steaks', thickMm: 25, pieces: null, pieceGrams: null, totalGrams: 800 };
  const line = { ...fourFillets().lines[0]!, ...steaks };
  it.each<[string, () => Asked, Refused]>([
    [
      'a book of trim from a day to an earlier one',
      () => ({ route: contract.trim.book, query: back }),
      [400, 'from', /From one day to a later one/],
    ],
    [
      'costs from a day to an earlier one',
      () => ({ route: contract.costs.lots, query: back }),
      [400, 'from', /From one day to a later one/],
    ],
    [
      'a report from a day to an earlier one',
      () => ({ route: contract.reports.report, query: back }),
      [400, 'from', /From one day to a later one/],
    ],
    [
      'to keep guts',
      () => ({ route: contract.trim.setRule, params: { part: 'viscera' }, body: { ...rule, keep: true } }),
      [400, 'keep', /never sold or used/],
    ],
    [
      'to sell guts',
      () => ({
        route: contract.trim.setRule,
        params: { part: 'viscera' },
        body: { ...rule, goesTo: 'counter' },
      }),
      [400, 'keep', /never sold or used/],
    ],
    [
      'slices of a thickness, nobody knows how many',
      () => ({ route: contract.orders.take, body: fourFillets({ lines: [line] }) }),
      [400, 'lines.0.thickMm', /Say how many slices/],
    ],
  ])('%s', async (_name, asked, refused) => expectRefused(await ask(asked()), refused));
});

describe('what is full or in use', () => {
  const of = shopForEach();

  it('takes a 200th form of its own, changes it, and takes no 201st', async () => {
    let { version } = await of().manager.ok(contract.forms.book);
    const save = (id: string, name: string) =>
      of().manager.send(contract.forms.save, {
        body: { version, form: { ...ownForm, like: 'portion', id, name } },
      });
    for (let i = 0; i < 200; i++, version++) expect((await save(`own:f${i}`, `f${i}`)).status).toBe(200);
    expectRefused(await save('own:more', 'more'), [409, null, /200 forms are enough/]);
    expect((await save('own:f199', 'the last')).status).toBe(200);
  });

  it('lets no lot go that was claimed for', async () => {
    const drop = async (id: number) => {
      const lots = (await of().bench.ok(contract.landing.deliveries)).flatMap((d) => d.lots);
      const { version } = lots.find((l) => l.id === id)!;
      return of().bench.send(contract.landing.dropLot, {
        params: { id },
        body: { version, reason: 'twice' },
      });
    };
    const { lotId } = await landBass(of());
    const claim = {
      outcome: 'keep',
      pieces: 1,
      grams: 460,
      money: 500,
      reason: 'soft',
      wording: '',
    } as const;
    await of().bench.ok(contract.landing.claim, { params: { id: lotId }, body: claim });
    expectRefused(await drop(lotId), [409, null, /A claim was made for/]);
  });

  it('puts a delivery right for a reason once it is closed', async () => {
    const { id } = await of().bench.ok(contract.landing.createDelivery, { body: delivery() });
    await of().bench.ok(contract.landing.addLot, { params: { id }, body: bassLot() });
    const now = async () => (await of().bench.ok(contract.landing.deliveries)).find((d) => d.id === id)!;
    const { version } = await now();
    await of().bench.ok(contract.landing.closeDelivery, { params: { id }, body: { version } });
    const edit = async (reason: string) =>
      of().bench.send(contract.landing.editDelivery, {
        params: { id },
        body: { ...delivery({ supplier: 'Another' }), version: (await now()).version, reason },
      });
    expectRefused(await edit(''), [400, 'reason', /It is closed: say why/]);
    expect((await edit('read wrongly')).status).toBe(200);
  });

  it('tries no job again that is being done', async () => {
    const made = await run(
      of().pool,
      "INSERT INTO job (kind, what, payload, state, attempts, due_at, held_until, made_at, made_by) VALUES ('print', 'a label', '{}', 'running', 1, ?, ?, ?, ?)",
      [noon, new Date(noon.getTime() + 60_000), noon, of().staff.bench],
    );
    const params = { id: made.insertId };
    expectRefused(await of().bench.send(contract.jobs.again, { params }), [409, null, /just now/]);
    expectRefused(await of().bench.send(contract.jobs.drop, { params }), [409, null, /just now/]);
  });
});
