import { inWords } from '@ember-slate/words/core';
import type { CostChoices } from '@ember-slate/contract';
import { expectedCut, plainCut, workOf } from '@ember-slate/core/board';
import { addDays } from '@ember-slate/core/calendar';
import { formRefusal, offered } from '@ember-slate/core/forms';
import type { ArrivalCondition, Species } from '@ember-slate/core/species';
import { learnedYield, type TrimId, trims, type YieldSeen } from '@ember-slate/core/yields';
import { rollup } from 'd3-array';
import { today, type Reader } from '../platform/context.ts';
import { placeholders, rows } from '../platform/db.ts';
import { formsOf } from '../platform/settings.ts';
import { type Prices, pricesOf } from './prices.ts';
import { sells } from './stock.ts';

/** Fish a ticket cuts at a time, usually (our choice). */
const usualBatch = 6;

interface LastLot {
  speciesId: string;
  code: string;
  landedOn: string;
  supplier: string;
  condition: ArrivalCondition;
  perKg: number;
  fishGrams: number;
  farmed: number;
}

/** The last lot of each species: what its fish cost and weigh now. */
export async function lastLots(work: Reader): Promise<Map<string, LastLot>> {
  const ids = (
    await rows<{ id: number | null }>(
      work.tx,
      `SELECT (SELECT x.id FROM lot x WHERE x.species_id = p.id AND x.pieces > 0 ORDER BY x.landed_on DESC, x.id DESC LIMIT 1) AS id FROM species p`,
    )
  ).flatMap((r) => (r.id === null ? [] : [r.id]));
  const found = await rows<LastLot>(
    work.tx,
    `SELECT l.species_id AS speciesId, l.code, l.landed_on AS landedOn, s.name AS supplier, l.arrival_condition AS \`condition\`,
       l.price_per_kg AS perKg, l.grams / l.pieces + 0e0 AS fishGrams,
       l.production = 'farmed' AS farmed
     FROM lot l JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id WHERE l.id IN (${placeholders(ids.length)})`,
    ids,
  );
  return new Map(found.map((f) => [f.speciesId, f]));
}

/** Tickets of the last 60 days by species, condition and form: what yields are learned from. */
export async function seenBy(work: Reader): Promise<Map<string, YieldSeen[]>> {
  const found = await rows<YieldSeen & { key: string }>(
    work.tx,
    `SELECT CONCAT(species_id, ' ', arrival_condition, ' ', form) AS \`key\`, fish, input_grams AS inputGrams, main_grams / input_grams + 0e0 AS yield
     FROM yield_point WHERE closed_on >= ?`,
    [addDays(today(work), -60)],
  );
  return rollup(
    found,
    (own) => own,
    (f) => f.key,
  );
}

export function choicesFor(
  work: Reader,
  species: Species,
  last: { condition: ArrivalCondition; fishGrams: number; farmed: number } | undefined,
  prices: Prices,
  seen: ReadonlyMap<string, YieldSeen[]>,
  only: ReadonlySet<string> | null = null,
): CostChoices['forms'] {
  const condition = last?.condition ?? species.arrives;
  const fishGrams = Math.round(last?.fishGrams ?? species.typicalG);
  const month = Number(today(work).slice(5, 7));
  const { settings } = work;
  return inWords(
    offered(formsOf(settings)).flatMap((form) => {
      if (only && !only.has(form.id)) return [];
      if (form.section === 'trim' || formRefusal(species, condition, form) !== null) return [];
      const of = {
        species,
        condition,
        fishGrams,
        month: last?.farmed ? null : month,
        shop: settings.methods,
      };
      const cut = expectedCut({ ...of, form });
      const own = seen.get(`${species.id} ${condition} ${form.id}`) ?? [];
      const learned = learnedYield(cut.yield, own);
      const { minutes } = workOf({ ...of, scaled: 'no', cuts: [plainCut(form)], fish: usualBatch });
      return [
        {
          form: form.id,
          name: form.name,
          yield: learned.mean,
          learnedFrom: learned.fish,
          perKg: prices.full(species.id, form.id),
          trims: (Object.entries(cut.trims) as [TrimId, number][])
            .filter(([t]) => sells(work, `trim:${t}`))
            .map(([t, share]) => ({
              item: `trim:${t}`,
              name: trims[t].name,
              share,
              perKg: prices.net(species.id, `trim:${t}`) ?? 0,
            })),
          // A ticket is set up once for several fish.
          minutes: form.id === 'whole' ? 0 : minutes / usualBatch,
        },
      ];
    }),
  );
}

/** What a kilogram of each form costs now, by species: for buying. */
export async function costNow(work: Reader) {
  const prices = await pricesOf(work);
  const seen = await seenBy(work);
  const last = await lastLots(work);
  return {
    last,
    prices,
    of: (species: Species, forms: ReadonlySet<string>) => {
      const lot = last.get(species.id);
      return { lot, choices: choicesFor(work, species, lot, prices, seen, forms) };
    },
  };
}
