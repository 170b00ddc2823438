import type { Work } from '@ember-slate/server/platform/context';
import { stock } from '@ember-slate/server/shop/stock';
import { sell } from '@ember-slate/server/stages/counter/commands/sell';
import { discard } from '@ember-slate/server/stages/counter/commands/moves';
import type { SampleArticles } from '../articles.ts';
import type { Random } from '../random.ts';
import { formLiking, liking } from '../scenario/index.ts';

/** The landing date a lot code carries. */
const landedOf = (code: string) => `20${code.slice(0, 2)}-${code.slice(2, 4)}-${code.slice(4, 6)}`;

/** Before the customers: what is sold, and what is cleared away in the evening. */
export class Counter {
  constructor(
    private readonly random: Random,
    private readonly articles: SampleArticles,
  ) {}

  /** A morning or an afternoon of customers: bags of what lies there and is liked, first expired first. */
  async sell(work: Work, bags: number) {
    const rows = (await stock(work))
      .filter((r) => !r.blocked && r.saleable && !r.frozen && r.freeGrams > 0 && r.pricePerKg !== null)
      .map((r) => ({ ...r }));
    for (let i = 0; i < bags; i++) {
      const open = rows.filter((r) => r.freeGrams > 0);
      if (open.length === 0) return;
      const wish = (r: (typeof open)[number], at: number) =>
        (liking[r.speciesId] ?? 0.7) *
        (r.item.startsWith('trim:') ? 0.25 : (formLiking[r.item] ?? 1.5)) *
        0.97 ** at;
      let left = this.random.next() * open.reduce((s, r, at) => s + wish(r, at), 0);
      const row = open.find((r, at) => (left -= wish(r, at)) <= 0) ?? open[0]!;
      const pieces =
        row.freePieces > 0
          ? Math.min(
              row.freePieces,
              this.random.whole(1, row.item === 'whole' && row.grams / row.pieces > 900 ? 1 : 3),
            )
          : 0;
      const share = row.pieces > 0 ? pieces / row.pieces : Math.min(1, 400 / row.grams);
      const grams =
        pieces === row.pieces && row.pieces > 0 ? row.grams : Math.max(1, Math.round(row.grams * share));
      if (grams > row.freeGrams) continue;
      row.freeGrams -= grams;
      row.freePieces -= pieces;
      row.grams -= grams;
      row.pieces -= pieces;
      await sell(work, {
        pay: this.random.next() < 0.65 ? 'card' : 'cash',
        customer: null,
        goods: this.articles.forBag(),
        lines: [
          {
            place: row.place,
            lotId: row.lotId,
            item: row.item,
            batch: row.batch,
            grams,
            pieces,
            source: 'simulated',
            unit: 'kg',
            perKg: row.pricePerKg!,
            priceReason: '',
          },
        ],
      });
    }
  }

  /** The evening: what is out of life is binned with its reason, old trim goes to the kitchen or the bin. */
  async clear(work: Work, keepFrom: string) {
    for (const row of await stock(work)) {
      const tooOld = landedOf(row.code) < keepFrom;
      const gone = row.sellBy === null || row.item.startsWith('trim:') || tooOld;
      if (!gone || row.frozen || row.grams === 0) continue;
      const kitchen =
        row.item === 'trim:scrape' ||
        row.item === 'trim:belly' ||
        (!tooOld && row.item === 'trim:tail_piece');
      await discard(work, {
        place: row.place,
        lotId: row.lotId,
        item: row.item,
        batch: row.batch,
        grams: row.grams,
        pieces: row.pieces,
        to: kitchen ? 'kitchen' : 'waste',
        reason: kitchen
          ? 'fish cakes'
          : row.item.startsWith('trim:')
            ? 'no buyer for the trim'
            : 'out of life',
      });
    }
  }
}
