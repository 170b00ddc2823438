import { isOfKind } from '@ember-slate/core/ledger';
import type { Article, StockRow } from '@ember-slate/contract';
import { perUnit, type PriceUnit } from '@ember-slate/core/costs';
import { cardWarnings, originOf, type ProductionMethod } from '@ember-slate/core/labels';
import { goodsOf } from '@ember-slate/core/prices';
import { shortName } from '@ember-slate/core/species';
import { inWords } from '@ember-slate/words/core';
import type { Content } from 'pdfmake/interfaces';
import type { Reader } from '../../../platform/context.ts';
import { placeholders, rows } from '../../../platform/db.ts';
import type { File } from '../../../platform/handlers.ts';
import { moneyOnPaper } from '../../../platform/money.ts';
import { printable, renderPdf } from '../../../platform/pdf.ts';
import { problems } from '../../../platform/problem.ts';
import { articlesOf } from '../../../shop/articles.ts';
import { speciesById } from '../../../shop/species.ts';
import { stock } from '../../../shop/stock.ts';
import { toldOf } from '../../../shop/told.ts';
import { say } from '../say.ts';

const mm = 72 / 25.4;
/** Cards that tile a sheet of A4: how many across and down, and the type that fits, points. */
const sizes = {
  a6: { across: 2, down: 2, name: 26, price: 54, text: 11 },
  a7: { across: 2, down: 4, name: 19, price: 34, text: 8 },
  a8: { across: 4, down: 4, name: 12, price: 22, text: 6 },
} as const;
const isSize = (size: string): size is keyof typeof sizes => Object.hasOwn(sizes, size);

const unitWords = { kg: say('unit_kg'), '100g': say('unit_100_g'), lb: say('unit_lb') } satisfies Record<
  PriceUnit,
  string
>;

/** What is on sale: what lies before the customers, or, before anything does, what may be brought out. */
async function onSale(work: Reader): Promise<StockRow[]> {
  const may = (await stock(work)).filter((r) => r.saleable && r.blocked === null && r.pricePerKg !== null);
  const out = may.filter((r) => r.place === 'place:slab' || isOfKind(r.place, 'display'));
  return out.length > 0 ? out : may.filter((r) => isOfKind(r.place, 'cold_room'));
}

interface Origin {
  id: number;
  code: string;
  production: ProductionMethod;
  area: string;
  gear: string | null;
  caughtOn: string | null;
}

/** Rows that one card speaks for: the same fish and form at the same price. */
function together(on: readonly StockRow[]): StockRow[][] {
  const cards = new Map<string, StockRow[]>();
  for (const r of on) {
    const key = `${r.speciesId} ${r.itemName} ${r.pricePerKg} ${r.pricePerPiece}`;
    cards.set(key, [...(cards.get(key) ?? []), r]);
  }
  return [...cards.values()].sort(
    ([a], [b]) => a!.speciesName.localeCompare(b!.speciesName) || a!.itemName.localeCompare(b!.itemName),
  );
}

/** What stands on a card. */
interface Card {
  name: string;
  /** Null for what has none. */
  scientificName: string | null;
  price: number;
  unit: string;
  taxed: boolean;
  origins: string[];
  warnings: string[];
}

/** A card for each fish on sale and for the other goods, cut from sheets of A4. Throws not-found for a size there is none of, a conflict when nothing is on sale. */
export async function priceCards(work: Reader, size: string): Promise<File> {
  if (!isSize(size)) throw problems.notFound(say('no_such_size'));
  const s = sizes[size];
  const on = await onSale(work);
  const goods = (await articlesOf(work)).filter((a) => a.offered);
  if (on.length + goods.length === 0) throw problems.conflict(say('nothing_is_on_sale'));
  const ids = [...new Set(on.map((r) => r.lotId))];
  const origins = new Map(
    (
      await rows<Origin>(
        work.tx,
        `SELECT id, code, production, area, gear, caught_on AS caughtOn FROM lot WHERE id IN (${placeholders(ids.length)})`,
        ids,
      )
    ).map((o) => [o.id, o]),
  );
  const book = await speciesById(work.tx);
  const { unit } = work.settings.money;
  const small = (text: string, more: object = {}) => ({ text: printable(text), fontSize: s.text, ...more });
  const card = (of: Card): Content => ({
    stack: [
      { text: printable(of.name), fontSize: s.name, bold: true, lineHeight: 0.95 },
      ...(of.scientificName === null ? [] : [small(of.scientificName)]),
      {
        text: [
          { text: moneyOnPaper(work, of.price), fontSize: s.price, bold: true },
          { text: ` ${of.unit}`, fontSize: s.text * 1.4 },
        ],
        lineHeight: 1,
      },
      ...(work.settings.tax.added && of.taxed ? [small(say('plus_tax'))] : []),
      ...of.origins.map((o) => small(o)),
      ...(of.warnings.length > 0 ? [small(of.warnings.join(' '), { bold: true })] : []),
      ...(work.settings.sample ? [small(say('sample_data_card'))] : []),
    ],
    margin: s.text * 0.7,
  });
  const told = await toldOf(work, on);
  const ofFish = (rows: StockRow[]): Card => {
    const [first] = rows as [StockRow];
    const lots = [...new Set(rows.map((r) => r.lotId))];
    return {
      name: `${shortName(first.speciesName)}, ${first.itemName}`,
      scientificName: book.get(first.speciesId)?.scientificName ?? '',
      price: first.pricePerPiece ?? perUnit(first.pricePerKg!, unit),
      unit: first.pricePerPiece === null ? unitWords[unit] : say('each'),
      taxed: work.settings.tax.rates[goodsOf(first.item)] !== null,
      origins: originOf(
        work.settings.ruleProfile,
        lots.map((id) => origins.get(id)!),
      ).map((o) => inWords(o)),
      // What all rows of a card are to be warned of, each once.
      warnings: [
        ...new Set(
          rows.flatMap((r) => {
            const of = told[on.indexOf(r)];
            return of ? inWords(cardWarnings(...of)) : [];
          }),
        ),
      ],
    };
  };
  const ofArticle = (a: Article): Card => ({
    name: a.name,
    scientificName: null,
    price: a.unit === 'piece' ? a.price : perUnit(a.price, unit),
    unit: a.unit === 'piece' ? say('each') : unitWords[unit],
    taxed: a.rate !== null,
    origins: [],
    warnings: a.allergens === '' ? [] : [say('contains', { allergens: a.allergens })],
  });
  const cards = [...together(on).map(ofFish), ...goods.map(ofArticle)].map(card);
  while (cards.length % s.across !== 0) cards.push('');
  const [width, height] = [(210 * mm) / s.across, (297 * mm) / s.down];
  const lines: Content[][] = [];
  for (let i = 0; i < cards.length; i += s.across) lines.push(cards.slice(i, i + s.across));
  return {
    name: `price-cards-${size}.pdf`,
    type: 'application/pdf',
    bytes: await renderPdf({
      pageSize: 'A4',
      pageMargins: 0,
      info: { title: say('price_cards') },
      content: [
        {
          table: {
            dontBreakRows: true,
            widths: Array.from({ length: s.across }, () => width - 0.5),
            // A hair less than the sheet, so that the last line stays on it.
            heights: height - 0.5,
            body: lines,
          },
          layout: {
            hLineWidth: () => 0.25,
            vLineWidth: () => 0.25,
            hLineColor: () => '#b8c2c6',
            vLineColor: () => '#b8c2c6',
            paddingLeft: () => 0,
            paddingRight: () => 0,
            paddingTop: () => 0,
            paddingBottom: () => 0,
          },
        },
      ],
    }),
  };
}
