import { goodsOf, keptOf } from '@ember-slate/core/prices';
import type { Reader } from '../../../platform/context.ts';
import type { ShopLot } from '../../../shop/available.ts';
import type { Species } from '@ember-slate/core/species';
import { balanceOnHand } from '../../../shop/onHand.ts';
import { dayMs } from '@ember-slate/core/calendar';
import { expectedCut } from '@ember-slate/core/board';
import { placesOfKind } from '@ember-slate/core/ledger';
import { placeholders, rows } from '../../../platform/db.ts';
import { trimOf } from '@ember-slate/core/yields';
import { type CounterClass, type CounterClassId, counterClassIds } from '@ember-slate/core/cutplan';
import { type Form, formRefusal } from '@ember-slate/core/forms';

/** Where what was cut lies for sale. */
const onSale = placesOfKind('cold_room', 'slab', 'display');

/** Days of sales the counter's demand is learned from. */
const demandDays = 28;

const counterForms: Record<CounterClassId, readonly string[]> = {
  fillet: ['fillet_skin_on', 'fillet_skinless', 'wing', 'wing_fillet', 'monk_fillets'],
  belly: ['fillet_skin_on'],
  joint: ['boneless_joint'],
  steak: ['steaks', 'troncon'],
  tail: ['butterflied_tail'],
};

/** Prices of forms by species, the counter's usual sales a day of each, and what of them lies there already. */
export async function tradeOf(work: Reader) {
  const listed = await rows<{ speciesId: string; item: string; perKg: number }>(
    work.tx,
    'SELECT species_id AS speciesId, item, per_kg AS perKg FROM price',
  );
  // A plan earns what is left when tax is paid.
  const prices = listed.map((p) => ({
    ...p,
    perKg: Math.round(p.perKg * keptOf(work.settings.tax, goodsOf(p.item))),
  }));
  const since = new Date(work.now.getTime() - demandDays * dayMs);
  const sold = await rows<{ speciesId: string; item: string; grams: number; days: number }>(
    work.tx,
    `SELECT l.species_id AS speciesId, l.item, SUM(l.grams) AS grams,
       (SELECT COUNT(DISTINCT sold_on) FROM sale WHERE sold_at >= ?) AS days
     FROM sale_line l JOIN sale s ON s.id = l.sale_id WHERE s.sold_at >= ? AND s.order_id IS NULL AND s.void_movement_id IS NULL AND l.article_id IS NULL
     GROUP BY l.species_id, l.item`,
    [since, since],
  );
  const lying = await rows<{ speciesId: string; item: string; grams: number }>(
    work.tx,
    `SELECT lot.species_id AS speciesId, b.item, SUM(b.grams) AS grams FROM ${balanceOnHand} JOIN lot ON lot.id = b.lot_id
     WHERE b.account IN (${placeholders(onSale.length)}) AND b.grams > 0 AND b.item <> 'whole' GROUP BY lot.species_id, b.item`,
    [...onSale],
  );
  const at = <T extends { speciesId: string; item: string }>(
    list: readonly T[],
    species: string,
    item: string,
  ) => list.find((r) => r.speciesId === species && r.item === item);
  return {
    price: (species: string, item: string) => at(prices, species, item)?.perKg ?? null,
    perDay: (species: string, item: string) => {
      const r = at(sold, species, item);
      return r ? Number(r.grams) / Math.max(1, Number(r.days)) : 0;
    },
    lying: (species: string, item: string) => Number(at(lying, species, item)?.grams ?? 0),
    trims: (species: string) =>
      Object.fromEntries(
        prices
          .filter((p) => p.speciesId === species)
          .flatMap((p) => {
            const part = trimOf(p.item);
            return part ? [[part, p.perKg]] : [];
          }),
      ),
  };
}
type Trade = Awaited<ReturnType<typeof tradeOf>>;

/** What fillets must fetch when no price is set: half as much again as they cost (our choice). */
const usualMarkup = 1.5;

/** Price per kg of a form: the shop's, or what the fillet's price or the cost makes of it by yield. */
export function priceOf(
  species: Species,
  form: Form,
  lots: readonly ShopLot[],
  trade: Trade,
  month: number,
): number {
  const own = trade.price(species.id, form.id);
  if (own !== null) return own;
  const lot = lots[0]?.lot;
  const condition = lot?.condition ?? 'gutted';
  const yieldOf = (f: Form) =>
    expectedCut({
      species,
      condition,
      form: f,
      fishGrams: species.typicalG,
      month: lot?.production === 'farmed' ? null : month,
    }).yield;
  const cost = lot?.pricePerKg ?? 800;
  return Math.round((cost / Math.max(0.1, yieldOf(form))) * usualMarkup);
}

export function counterOf(
  species: Species,
  book: ReadonlyMap<string, Form>,
  lots: readonly ShopLot[],
  trade: Trade,
  month: number,
  days: number,
): CounterClass[] {
  return counterClassIds.flatMap((id): CounterClass[] => {
    const flat = species.bodyPlan === 'flat' || species.bodyPlan === 'large_flat';
    const form = (id === 'fillet' && flat ? ['quarter_cut'] : counterForms[id])
      .map((f) => book.get(f))
      .find(
        (f) => f !== undefined && !f.off && formRefusal(species, lots[0]?.lot.condition ?? null, f) === null,
      );
    if (!form) return [];
    if (id === 'belly') {
      const belly = trade.price(species.id, 'trim:belly');
      return belly === null
        ? []
        : [{ id, form: form.id, perKg: belly, demandGrams: 1000, markdownPerKg: Math.round(belly / 2) }];
    }
    if (id !== 'fillet' && trade.price(species.id, form.id) === null) return [];
    const perKg = priceOf(species, form, lots, trade, month);
    const usual = [...book.values()]
      .filter((f) => sectionClass(f) === id)
      .reduce((s, f) => s + trade.perDay(species.id, f.id) * days - trade.lying(species.id, f.id), 0);
    return [
      {
        id,
        form: form.id,
        perKg,
        demandGrams: Math.max(0, Math.round(usual)),
        markdownPerKg: Math.round(perKg / 2),
      },
    ];
  });
}

const sectionClass = (form: Form): CounterClassId | null =>
  (({ sides: 'fillet', cavity: 'joint', middle: 'steak', tail: 'tail', fish: null, trim: null }) as const)[
    form.section
  ];
