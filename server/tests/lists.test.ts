import { contract, type ListKind } from '@ember-slate/contract';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rows } from '../src/platform/db.ts';
import { shopForEach } from './testShop.ts';

/* Lists a shop brings along: what is read is what is taken, whole or not at all, and twice is once. */
const shop = shopForEach();
const read = (kind: ListKind, text: string) =>
  shop().manager.send(contract.lists.read, { body: { kind, text } });
const take = (kind: ListKind, text: string) =>
  shop().manager.send(contract.lists.take, { body: { kind, text } });
const is = async (kind: ListKind, text: string) =>
  (await read(kind, text)).body.rows.map((r) => r.is ?? r.errors);
const count = async (table: string) =>
  (await rows<{ n: number }>(shop().pool, `SELECT COUNT(*) AS n FROM ${table}`))[0]!.n;

const lists = {
  customers: 'Name;Telephone;Remark\nTolland;0161 496 0101;no bones\nPell;;\n',
  suppliers:
    'supplier,lands on days,box\nBrannock Boats,"Mon, Tue Thursday",20 kg\nOrsay Quay,,12.5\nTarn,,\n',
  goods:
    'what\tsold by\tprice\tVAT\tcontains\tcount\nLemon\teach\t0,60\t7\t\tyes\nMussels\tkg\t7.80\t7.5 %\tmolluscs\t\n',
} as const;

describe('a list', () => {
  it.each([
    ['customers', ['Tolland, 0161 496 0101, no bones', 'Pell']],
    [
      'suppliers',
      ['Brannock Boats, mon, tue, thu, boxes of 20.00 kg', 'Orsay Quay, boxes of 12.50 kg', 'Tarn'],
    ],
    ['goods', ['Lemon, €0.60 each, tax 7 %', 'Mussels, €7.80 a kg, tax 7.5 %, contains molluscs']],
  ] as const)('of %s is read by its headings, whatever divides its cells', async (kind, said) => {
    expect((await is(kind, lists[kind])).map((s) => String(s).replace(/\s/g, ' '))).toEqual(said);
    expect((await take(kind, lists[kind])).body).toEqual({ made: said.length });
    // The same again is there already, line for line: nothing is made twice.
    const again = await take(kind, lists[kind]);
    expect([again.status, again.problem.errors?.length]).toEqual([400, said.length]);
    for (const line of await is(kind, lists[kind]))
      expect(line).toEqual(['There is one of that name already']);
  });

  it('is what it says in the shop', async () => {
    for (const kind of ['customers', 'suppliers', 'goods'] as const) await take(kind, lists[kind]);
    const [lemon] = await shop().counter.ok(contract.goods.list);
    expect(lemon).toMatchObject({
      name: 'Lemon',
      unit: 'piece',
      price: 60,
      rate: 700,
      counted: true,
      stock: 0,
    });
    const boats = await shop().manager.ok(contract.buying.suppliers);
    expect(boats[0]).toMatchObject({ name: 'Brannock Boats', days: [1, 2, 4], boxGrams: 20_000 });
    expect((await shop().counter.ok(contract.orders.customers)).map((c) => [c.name, c.phone])).toEqual(
      expect.arrayContaining([['Tolland', '0161 496 0101']]),
    );
  });

  it.each([
    ['customers', 'phone\n0161', 400],
    ['goods', 'name,price\nLemon,0.60', 400],
    ['customers', 'name', 400],
    ['customers', '', 400],
  ] as const)('of %s without what it needs is refused: %j', async (kind, text, status) => {
    expect((await read(kind, text)).status).toBe(status);
    expect((await take(kind, text)).status).toBe(status);
  });

  it.each([
    ['goods', 'name,unit,price\nLemon,piece,cheap', /price: “cheap” cannot be read/],
    ['goods', 'name,unit,price\nLemon,crate,1', /unit: “crate” cannot be read/],
    ['goods', 'name,unit,price\nLemon,piece,-1', /./],
    ['goods', 'name,unit,price,tax\nLemon,piece,1,101', /at most 100/],
    ['goods', 'name,unit,price\n,piece,1', /name is empty/],
    ['suppliers', 'name,days\nBoat,funday', /days: “funday” cannot be read/],
    ['suppliers', 'name,box\nBoat,9000', /100 kg at most/],
    ['customers', 'name,phone\nPell,call me', /./],
    ['customers', 'name\nPell\nPÉLL', /stands in line 2 already/],
  ] as const)(
    'of %s says what is wrong with %j, line by line, and none of it is taken',
    async (kind, text, why) => {
      const { body } = await read(kind, text);
      expect(body.rows.at(-1)!.errors.join()).toMatch(why);
      const refused = await take(kind, text);
      expect([refused.status, refused.problem.errors?.[0]?.message.match(/^Line \d+: /)?.length]).toEqual([
        400, 1,
      ]);
      for (const table of ['customer', 'supplier', 'article']) expect(await count(table)).toBe(0);
    },
  );

  it('takes what it said it would, for any lines of any cells', async () => {
    const cell = fc.constantFrom(
      '',
      'Lemon',
      'Lime',
      'piece',
      'kg',
      '1.20',
      '0',
      '7',
      'yes',
      '=1+1',
      '"',
      'x'.repeat(90),
    );
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.array(cell, { minLength: 1, maxLength: 6 }), { minLength: 1, maxLength: 5 }),
        async (lines) => {
          await shop().pool.query('DELETE FROM article_price');
          await shop().pool.query('DELETE FROM article');
          const quoted = (c: string) => `"${c.replaceAll('"', '""')}"`;
          const text = [
            'name,unit,price,tax,allergens,counted',
            ...lines.map((l) => l.map(quoted).join(',')),
          ].join('\n');
          const seen = await read('goods', text);
          const good = seen.status === 200 && seen.body.rows.every((r) => r.is !== null);
          const taken = await take('goods', text);
          expect(taken.status).toBe(good ? 200 : 400);
          expect(await count('article')).toBe(good ? seen.body.rows.length : 0);
        },
      ),
      { numRuns: 60 },
    );
  });
});
