import { contract, type Route } from '@ember-slate/contract';
import { readFileSync } from 'node:fs';
import { globSync } from 'tinyglobby';
import ts from 'typescript';
import { extractText, getDocumentProxy } from 'unpdf';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { transaction } from '../src/platform/db.ts';
import { writeSettings } from '../src/platform/settings.ts';
import {
  cut,
  fourFillets,
  landBass,
  openTestShop,
  proof,
  readPlaces,
  sale,
  toBench,
  type TestShop,
} from './testShop.ts';

/* What a customer, a supplier or an inspector reads on the shop's papers: the text of the PDF itself, as it is printed. */
const day = '2026-11-25';
let shop: TestShop;
let lotId: number;
let ids: Record<'ordered' | 'handed' | 'oneMore' | 'soldFor' | 'label' | 'claim', number>;
let pell: number;

/** Whatever was made into a paper here, by the name of its route. */
const papers = new Map<string, string[]>();

async function paper(name: string, params: Record<string, string | number>): Promise<string[]> {
  const [room, route] = name.split('.') as [string, string];
  const { path } = (contract as unknown as Record<string, Record<string, Route>>)[room]![route]!;
  const at = path.replace(/:(\w+)/g, (_, of: string) => String(params[of]));
  const found = await fetch(`${shop.base}${at}`, { headers: { cookie: shop.manager.cookie } });
  expect(found.status, at).toBe(200);
  const { text } = await extractText(await getDocumentProxy(new Uint8Array(await found.arrayBuffer())));
  const lines = text.flatMap((page) => page.split('\n'));
  papers.set(name, [...(papers.get(name) ?? []), ...lines]);
  return lines;
}
/** Where a text is handed on to be printed: these take it, the rest of a sheet says how it looks. */
const prints = /^(text|stack|body|content|columns)$|^(right|small|text|sum|part|printable|join|map)$/;

/** Words a file would print that stand in its code, with the line they stand in. */
function writtenHere(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const found: string[] = [];
  const isPrinted = (node: ts.Node): boolean => {
    const up = node.parent;
    if (ts.isPropertyAssignment(up)) return prints.test(up.name.getText(source));
    if (ts.isCallExpression(up)) {
      const called = up.expression;
      const name = ts.isPropertyAccessExpression(called) ? called.name.text : called.getText(source);
      return called === node || (prints.test(name) && isPrinted(up));
    }
    if (ts.isBinaryExpression(up) && up.operatorToken.kind !== ts.SyntaxKind.PlusToken)
      return up.operatorToken.kind === ts.SyntaxKind.QuestionQuestionToken && isPrinted(up);
    if (ts.isConditionalExpression(up) && up.condition === node) return false;
    return !ts.isSourceFile(up) && !ts.isStatement(up) && !ts.isTypeNode(up) && isPrinted(up);
  };
  const visit = (node: ts.Node): void => {
    const words =
      ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node) || ts.isTemplateHead(node)
        ? node.text
        : ts.isTemplateMiddleOrTemplateTail(node)
          ? node.text
          : '';
    if (/[a-z]{2}/i.test(words) && words !== 'auto' && isPrinted(node)) {
      const { line } = source.getLineAndCharacterOfPosition(node.getStart(source));
      found.push(`${line + 1}: ${words}`);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** A bag of one whole bass, 455 g. */
const bag = (more: object) =>
  shop.counter.ok(contract.counter.sell, { body: { ...sale(lotId, 455, 1), ...more } });

beforeAll(async () => {
  shop = await openTestShop(inject('databaseUrl'));
  await transaction(shop.pool, (tx) =>
    writeSettings(tx, {
      sample: true,
      about: {
        address: '3 Slip Lane',
        phone: '021 555 0100',
        approval: 'IE 42',
        taxNumber: 'IE 1',
      },
    }),
  );
  const { version } = (await shop.manager.ok(contract.settings.all)).tax;
  await shop.manager.ok(contract.settings.setTax, {
    body: { version, added: false, rates: { fish: 700, trim: null, made: null } },
  });
  ({ lotId } = await landBass(shop));
  for (const [item, perKg] of [
    ['whole', 2400],
    ['fillet_skin_on', 3000],
  ] as const)
    await shop.manager.ok(contract.prices.set, {
      body: { speciesId: 'sea_bass', item, was: null, perKg, reason: 'the quay' },
    });
  const asked = { customer: 'Pell', phone: '021 555 0123', remarks: 'rings first' };
  const ordered = (await toBench(shop, fourFillets({ ...asked, deposit: 500, depositPay: 'cash' }))).orderId;
  const { orderId, tickets } = await toBench(shop, fourFillets({ ...asked, deposit: 2000 }));
  await cut(shop, tickets[0]!);
  const ticket = await shop.bench.ok(contract.bench.ticket, { params: { id: tickets[0]! } });
  const params = { id: ticket.id, weightId: ticket.weighOuts[0]!.id };
  const label = await shop.bench.ok(contract.labels.make, { params, body: { size: '58x40', print: false } });
  await shop.bench.ok(contract.bench.close, {
    params: { id: ticket.id },
    body: { version: ticket.version, reason: 'as expected' },
  });
  const order = (await shop.counter.ok(contract.orders.list)).find((o) => o.id === orderId)!;
  const handed = await shop.counter.ok(contract.orders.handOver, {
    params: { id: orderId },
    body: {
      version: order.version,
      pay: 'card',
      prices: order.lines.map((l) => ({ lineId: l.id, perKg: 3000 })),
    },
  });
  await shop.counter.ok(contract.orders.take, {
    body: {
      ...fourFillets({ customer: 'Marsh', dueAt: '2026-11-26T16:00:00.000Z' }),
      lines: [
        { speciesId: 'hake', form: 'steaks', pieces: 6, pieceGrams: 200, totalGrams: null, use: 'grill' },
      ],
    },
  });
  const soldFor = await bag({ pay: 'account', customer: 'Pell' });
  await shop.counter.ok(contract.counter.refund, {
    params: { id: soldFor.id },
    body: { lines: [{ position: 1, grams: 0, money: 92 }], pay: 'account', reason: 'soft' },
  });
  const [sold] = await shop.counter.ok(contract.counter.sales, { query: { day } });
  expect(sold!.id).toBe(soldFor.id);
  const oneMore = await bag({ pay: 'cash' });
  await shop.manager.ok(contract.counter.voidSale, {
    params: { id: oneMore.id },
    body: { reason: 'wrong bag' },
  });
  const claim = await shop.bench.ok(contract.landing.claim, {
    params: { id: lotId },
    body: { outcome: 'return', pieces: 2, grams: 920, money: 1334, reason: 'soft', wording: 'As agreed' },
  });
  pell = (await shop.counter.ok(contract.accounts.list)).find((c) => c.name === 'Pell')!.id;
  await readPlaces(shop);
  const sale1 = (await shop.counter.ok(contract.counter.sales, { query: { day } })).find(
    (s) => s.orderNumber !== null,
  )!;
  expect(handed.total).toBe(sale1.total);
  ids = {
    ordered,
    handed: sale1.id,
    oneMore: oneMore.id,
    soldFor: soldFor.id,
    label: label.id,
    claim: claim.id,
  };
});
afterAll(async () => {
  expect((await proof(shop)).faults).toEqual([]);
  await shop.close();
});

/** Every kind of paper there is, by the name of its route. */
const printed = Object.entries(contract).flatMap(([room, all]) =>
  Object.entries(all as Record<string, Route>)
    .filter(([, route]) => route.path.endsWith('.pdf'))
    .map(([name]) => `${room}.${name}`),
);

describe('a paper says', () => {
  it.each<[string, string, () => Record<string, string | number>, string[]]>([
    [
      'of a bag on an account, and what came back of it',
      'counter.receipt',
      () => ({ id: ids.soldFor }),
      [
        'Test Slip',
        '3 Slip Lane',
        '021 555 0100',
        'Tax number IE 1',
        'Sample data. Sale 2. 25 Nov 2026, 12:00. Served by The',
        'counter.',
        'Sea bass, whole',
        '455 g at €24.00 a kg. Lot 261125-S1',
        '€10.92',
        'Rate Without tax Tax With tax',
        '7 % €10.21 €0.71 €10.92',
        'On the account of Pell €10.92',
        'Money back 1: soft −€0.92',
        'Allergen: fish. Fish has bones, and boned fish may still hold',
        'one. Keep it on ice on the way home, at 0 to 2 °C there, and',
        'cook it through.',
      ],
    ],
    [
      'of an order with a deposit, what was paid when',
      'counter.receipt',
      () => ({ id: ids.handed }),
      [
        'Test Slip',
        '3 Slip Lane',
        '021 555 0100',
        'Tax number IE 1',
        'Sample data. Sale 1, order 2. 25 Nov 2026, 12:00. Served by The',
        'counter.',
        'Sea bass, fillets, skin on',
        '441 g at €30.00 a kg. Lot 261125-S1',
        '€13.23',
        'Rate Without tax Tax With tax',
        '7 % €12.36 €0.87 €13.23',
        'Together €13.23',
        'Deposit, paid before −€13.23',
        'Left of the deposit, given back by card −€6.77',
        'Allergen: fish. Fish has bones, and boned fish may still hold',
        'one. Keep it on ice on the way home, at 0 to 2 °C there, and',
        'cook it through.',
      ],
    ],
    [
      'that a sale was taken back',
      'counter.receipt',
      () => ({ id: ids.oneMore }),
      [
        'Test Slip',
        '3 Slip Lane',
        '021 555 0100',
        'Tax number IE 1',
        'Sample data. Sale 3. 25 Nov 2026, 12:00. Served by The',
        'counter.',
        'Sea bass, whole',
        '455 g at €24.00 a kg. Lot 261125-S1',
        '€10.92',
        'Rate Without tax Tax With tax',
        '7 % €10.21 €0.71 €10.92',
        'Taken back €10.92',
        'Allergen: fish. Fish has bones, and boned fish may still hold',
        'one. Keep it on ice on the way home, at 0 to 2 °C there, and',
        'cook it through.',
      ],
    ],
    [
      'what an order is',
      'orders.slip',
      () => ({ id: ids.ordered }),
      [
        'Test Slip sample data',
        'Pell',
        'Order 1',
        'Wed 25 Nov 16:00',
        '4 x 110 g fillets, skin on, Sea bass',
        'rings first',
        'Deposit €5.00',
        '021 555 0123. Taken by The counter, Wed 25 Nov 12:00. Allergen: fish. May',
        'contain bones. Keep it cold on the way home.',
      ],
    ],
    [
      'what a customer owes',
      'accounts.statement',
      () => ({ id: pell }),
      [
        'Test Slip, 3 Slip Lane',
        'Account of Pell',
        'Sample data. Owed on 25 Nov 2026: €10.00',
        'When What Money Owed',
        '25 Nov 2026, 12:00 Sale 2 €10.92 €10.92',
        '25 Nov 2026, 12:00 Money back 1: soft −€0.92 €10.00',
      ],
    ],
    [
      'what a piece is',
      'labels.pdf',
      () => ({ id: ids.label }),
      [
        'European sea bass, fillets, skin on',
        'Dicentrarchus labrax',
        'Caught: FAO 27, Atlantic, north-east',
        'hooks and lines',
        'Keep at 0 to 2 °C.',
        'Contains FISH. May contain bones.',
        'Lot 261125-S1',
        'Use by 3 Dec 2026',
        '4 pieces, 441 g',
        '€30.00 a kg',
        '€13.23',
        'Test Slip, sample data',
        '3 Slip Lane, IE 42',
      ],
    ],
    [
      'what is in a box',
      'landing.label',
      () => ({ id: lotId }),
      [
        'European sea bass',
        'Dicentrarchus labrax',
        'Caught: FAO 27, Atlantic, north-east',
        'hooks and lines',
        'whole WHL, 10 fish',
        'landed 25 Nov 2026, caught 24 Nov 2026',
        'Brannock Boats',
        'Contains FISH. Keep at 0 to 2 °C, in draining ice.',
        '261125-S1 4 600 g',
        'Sample data',
      ],
    ],
    [
      'what is claimed',
      'landing.claimSheet',
      () => ({ id: ids.claim }),
      [
        'Test Slip, 3 Slip Lane',
        'Claim 1',
        'To Brannock Boats',
        'Delivery 25 Nov 2026, 05:40, note BB 1',
        'Fish European sea bass, lot 261125-S1, 10 fish, 4 600 g landed',
        'Core temperature 0.8 °C',
        'Claimed 2 fish, 920 g: sent back',
        'Amount claimed €13.34',
        'Reason soft',
        'What the signs showed',
        'Smell sea and weed 0',
        'Gills bright colour, no slime 0',
        'Flesh firm, springs back 0',
        'Belly firm, bright 0',
        'Skin bright, shimmering 0',
        'Slime clear, watery 0',
        'Eyes bulging, black bright pupil 0',
        'The worst of the fish looked at, 25 Nov 2026, 12:00, by The bench; 0 is just out of the water.',
        'As agreed',
        'The bench, 25 Nov 2026, 12:00',
        'Sample data',
      ],
    ],
    [
      'what lies on the slab and what it costs',
      'labels.priceCards',
      () => ({ size: 'a6' }),
      [
        'Sea bass, whole',
        'Dicentrarchus labrax',
        '€24.00 a kg',
        'Caught: FAO 27, Atlantic, north-east',
        'hooks and lines',
        'Contains FISH. Contains bones. Sharp: fin spines.',
        'Sample data',
      ],
    ],
    [
      'what to buy',
      'buying.pdf',
      () => ({ day: '2026-11-26' }),
      [
        'Test Slip: to buy for Thu 26 Nov 2026',
        'Sample data. None of it was bought before: no price is known. Orders first, then what the counter will sell.',
        'No supplier yet',
        'Hake 1 fish 2 250 g 1 for 1 order line',
      ],
    ],
    [
      'how the day went',
      'close.sheet',
      () => ({ day }),
      [
        'Test Slip: Wed 25 Nov 2026',
        'Sample data. Not closed yet.',
        'Money',
        'sales deposits given back paid on accounts expected counted',
        'cash €0.00 €25.00 €0.00 €0.00 €25.00',
        'card €0.00 −€6.77 €0.00 €0.00 −€6.77',
        'account €10.92 €0.00 −€0.92 €0.00 €10.00',
        'Sold: €24.15',
        'Sea bass, fillets, skin on 441 g €13.23',
        'Sea bass, whole 455 g €10.92',
        'Tax, less what was given back',
        'without tax tax with tax',
        '7 % €21.71 €1.52 €23.23',
        'Waste, with its reason',
        'guts and gills 92 g',
        'Cut: yield against what was expected',
        '2 Sea bass, fillets, skin on 920 g 47.9 % 47.9 %',
        'Temperatures',
        'lowest highest limit',
        'Cold room 0.5 °C 0.5 °C 2.0 °C',
        'Slab 1.0 °C 1.0 °C 4.0 °C',
        'Display case 1.5 °C 1.5 °C 4.0 °C',
        'Freezer −21.0 °C −21.0 °C −18.0 °C',
        'Van 2.0 °C 2.0 °C 4.0 °C',
        'Order shelf 1.0 °C 1.0 °C 4.0 °C',
        'Checks',
        'Boards, knives and scalers washed and disinfected not signed',
        'Slab and display case emptied, scrubbed, drained not signed',
        'Floor and drains cleaned, no ice left to slip on not signed',
        'Waste out of the shop, bins shut not signed',
        'Every knife counted and put away not signed',
        'Cold room and freezer shut, alarms on not signed',
        'Limits are the shop’s own; follow your local food authority and your own food-safety plan.',
      ],
    ],
  ])('%s', async (_what, name, params, text) => {
    expect(await paper(name, params())).toEqual(text);
  });
});

describe('every paper', () => {
  it('was read here', () => expect([...papers.keys()].sort()).toEqual(printed.sort()));

  it.each(printed)('%s has dates as one reads them, no gap, and says that its data is a sample', (name) => {
    const text = papers.get(name)!.join(' ');
    expect(text).not.toMatch(/\d{4}-\d\d-\d\d|undefined|null|NaN|\[object|[{}]/);
    expect(text).toMatch(/sample data/i);
  });

  // What is written in the code itself no other language can say.
  it.each(globSync('server/src/**/*.ts').filter((f) => readFileSync(f, 'utf8').includes('/pdf.ts')))(
    '%s takes its words from the catalogue',
    (file) => expect(writtenHere(file)).toEqual([]),
  );
});
