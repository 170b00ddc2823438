import { dayMs, instantOn, addDays, daysBetween, tradingDay } from '@ember-slate/core/calendar';
import { offerFrom, proposePicks } from '@ember-slate/core/cutplan';
import { formBook, formOf } from '@ember-slate/core/forms';
import {
  dayAxis,
  grade,
  intakeLimit,
  nothingObserved,
  sampleSize,
  signsFor,
  type Level,
  type Scheme,
  type Sign,
  type Verdict,
} from '@ember-slate/core/freshness';
import { filletsPerFish, type Species } from '@ember-slate/core/species';
import { trims } from '@ember-slate/core/yields';
import type { Tx } from '@ember-slate/server/platform/db';
import type { ReadSettings } from '@ember-slate/server/platform/settings';
import { type Actor, quietly, type Work } from '@ember-slate/server/platform/context';
import { Kept } from '@ember-slate/server/platform/kept';
import {
  addLot,
  closeDelivery,
  createDelivery,
} from '@ember-slate/server/stages/landing/commands/deliveries';
import { gradingLot, gradingLots } from '@ember-slate/server/stages/grading/queries/lots';
import { recordGrade } from '@ember-slate/server/stages/grading/commands/grades';
import { listDeliveries } from '@ember-slate/server/stages/landing/queries/deliveries';
import { makeClaim, settleClaim } from '@ember-slate/server/stages/landing/commands/claims';
import { cancelOrder, takeOrder } from '@ember-slate/server/stages/orders/commands/orders';
import { keepStanding } from '@ember-slate/server/stages/orders/commands/standing';
import { listOrders } from '@ember-slate/server/stages/orders/queries/orders';
import { shopLots, wantOf } from '@ember-slate/server/shop/available';
import { choosePicks, sendToBench } from '@ember-slate/server/stages/plan/commands/picks';
import { planLines } from '@ember-slate/server/stages/plan/queries/lines';
import { oneTicket } from '@ember-slate/server/stages/bench/queries/tickets';
import { closeTicket, startTicket, weighOut } from '@ember-slate/server/stages/bench/commands/cutting';
import { goToStep, gradeFrame, signSweep } from '@ember-slate/server/stages/bench/commands/board';
import { addCut, makeTicket } from '@ember-slate/server/stages/bench/commands/cuts';
import { handOver } from '@ember-slate/server/stages/orders/commands/handOver';
import { stock } from '@ember-slate/server/shop/stock';
import { trimOnHand } from '@ember-slate/server/stages/trim/queries';
import { make } from '@ember-slate/server/stages/trim/commands';
import { sell } from '@ember-slate/server/stages/counter/commands/sell';
import { discard } from '@ember-slate/server/stages/counter/commands/moves';
import type { SampleArticles } from './articles.ts';
import type { Random } from './random.ts';
import {
  claims,
  formLiking,
  liking,
  madeInto,
  boats,
  farm,
  suppliers,
  wording,
  type SampleLine,
  type usual,
} from './scenario/index.ts';

type LotSpec = Pick<(typeof usual)[number], 'species' | 'condition' | 'fishG' | 'buy' | 'farmed'> & {
  n: number;
  remarks?: string;
};

/** The boat or the farm of a lot: a supplier's boats land in turn. */
const boatOf = (supplier: keyof typeof suppliers, spec: LotSpec, day: string): string =>
  spec.farmed
    ? supplier === 'tarn'
      ? farm
      : ''
    : (boats[supplier][Math.floor(Date.parse(day) / dayMs) % Math.max(1, boats[supplier].length)] ?? '');

const asLine = (l: SampleLine) => ({
  speciesId: l.species,
  form: l.form,
  use: l.use,
  pieces: l.pieces ?? null,
  pieceGrams: l.pieceG ?? null,
  totalGrams: l.totalG ?? null,
  people: l.people ?? null,
  thickMm: l.thickMm ?? null,
  partAllowed: l.partAllowed ?? false,
  trimWish: l.trimWish ?? ('shop' as const),
  packing: l.packing ?? ('wrapped' as const),
  options: [],
});

/** The sample shop at work: every step goes through the same services the screens use. */
export class SampleShop {
  constructor(
    private readonly tx: Tx,
    private readonly settings: ReadSettings,
    private readonly people: readonly Actor[],
    private readonly book: Map<string, Species>,
    private readonly random: Random,
    private readonly articles: SampleArticles,
    private readonly end: Date,
  ) {}

  private readonly kept = new Kept();

  /** Work by the person of this role at a local time of a day, never later than the moment of making. */
  at(day: string, minutes: number, role: Actor['role'] = 'manager'): Work {
    const wanted = instantOn(day, minutes, this.settings);
    const now = wanted < this.end ? wanted : this.end;
    return quietly({
      tx: this.tx,
      actor: this.people.find((p) => p.role === role)!,
      now,
      settings: this.settings,
      kept: this.kept,
    });
  }

  async deliver(
    work: Work,
    supplier: keyof typeof suppliers,
    lots: readonly LotSpec[],
    note: { probeTenths: number; ice: 'buried' | 'some' | 'none'; overG: number; close: boolean },
  ): Promise<{ id: number; code: string; spec: LotSpec }[]> {
    const weighed = lots.map((l) => Math.round(l.fishG * l.n * (1 + this.random.normal() * 0.02)));
    const total = weighed.reduce((a, b) => a + b, 0);
    const { id } = await createDelivery(work, {
      supplier: suppliers[supplier],
      arrivedAt: work.now.toISOString(),
      probeTenths: note.probeTenths,
      ice: note.ice,
      drains: 'drains',
      noteRef: `${supplier.slice(0, 2).toUpperCase()} ${this.random.whole(1000, 9999)}`,
      noteGrams: total + note.overG,
      notePieces: lots.reduce((s, l) => s + l.n, 0),
      noteMoney: null,
      remarks: '',
    });
    const made = [];
    for (const [i, spec] of lots.entries()) {
      const day = tradingDay(work.now, work.settings);
      const lot = await addLot(work, id, {
        speciesId: spec.species,
        condition: spec.condition,
        pieces: spec.n,
        grams: weighed[i]!,
        weightSource: 'simulated',
        pricePerKg: spec.buy,
        production: spec.farmed ? 'farmed' : 'caught',
        area: spec.farmed ?? '27',
        gear: spec.farmed ? null : 'hooks and lines',
        boat: boatOf(supplier, spec, day),
        caughtOn: addDays(day, -this.random.whole(1, 2)),
        supplierLot: '',
        slit: 'unasked',
        fish: [],
        remarks: spec.remarks ?? '',
      });
      made.push({ ...lot, spec });
    }
    if (note.close) await closeDelivery(work, id, { version: 1, reason: '' });
    return made;
  }

  /** Grades a lot from given levels, or from fresh fish as they usually come. */
  async grade(
    work: Work,
    lot: { id: number; spec: LotSpec },
    coreTenths: number,
    levels?: readonly (readonly Level[])[],
    decision?: { verdict: Verdict; why: string },
  ) {
    const species = this.book.get(lot.spec.species)!;
    const { schemes, caughtOn, landedOn } = await gradingLot(work, lot.id);
    const scheme = (levels ? schemes.find((s) => s.species === null) : schemes[0])!;
    const signs = signsFor(scheme, species, lot.spec.condition);
    const age = daysBetween(caughtOn!, landedOn) / species.iceDays;
    const fish = levels
      ? levels.map((one) => Object.fromEntries(signs.map((s, i) => [s.id, one[i] ?? 0])))
      : Array.from({ length: sampleSize(lot.spec.n) }, () => this.look(scheme, species, signs, age));
    const advice = grade({
      species,
      condition: lot.spec.condition,
      fish,
      coreCelsius: coreTenths / 10,
      limitCelsius: intakeLimit(species),
      temperatureHistory: false,
      foreignSmell: false,
      scheme,
      storageCelsius: (await gradingLot(work, lot.id)).expected,
    });
    const verdict = decision?.verdict ?? advice.verdict;
    await recordGrade(work, lot.id, {
      scheme: scheme.id,
      schemeVersion: scheme.version,
      observed: { ...nothingObserved, damage: [] },
      fish,
      coreTenths,
      temperatureHistory: false,
      foreignSmell: false,
      verdict,
      overrideReason: verdict === advice.verdict ? '' : decision?.why || 'looked at again by the buyer',
    });
  }

  /** Claims of that day against a supplier's lot of the morning, settled or not. */
  async claim(work: Work, daysAgo: number) {
    const day = tradingDay(work.now, work.settings);
    for (const c of claims.filter((x) => x.daysAgo === daysAgo)) {
      const delivery = (await listDeliveries(work, true, day)).find(
        (d) => d.supplier === suppliers[c.supplier],
      );
      const lot = delivery?.lots.find((l) => l.there.pieces > c.fish);
      if (!lot) continue;
      const grams = Math.round((lot.there.grams * c.fish) / lot.there.pieces);
      const money = Math.round((grams * lot.pricePerKg! * c.share) / 1000);
      const text = wording[c.supplier] ?? '';
      const made = await makeClaim(work, lot.id, {
        outcome: c.outcome,
        pieces: c.fish,
        grams,
        money,
        reason: c.reason,
        wording: text,
      });
      if (c.paid) await settleClaim(work, made.id, { money });
    }
  }

  /** What a fish that has used this share of its life shows, sign by sign, no two fish quite alike. */
  private look(
    scheme: Scheme,
    species: Species,
    signs: readonly Sign[],
    share: number,
  ): Record<string, Level> {
    const axis = dayAxis(scheme, species, signs);
    const seen = (s: Sign): Level => {
      const target = (share + this.random.normal() * 0.09) * species.iceDays;
      const levels = s.words.map((_, level) => level as Level);
      const off = (level: Level) => Math.abs(axis.daysOf(s, level) - target);
      return levels.reduce((a, b) => (off(b) < off(a) ? b : a));
    };
    return Object.fromEntries(signs.map((s) => [s.id, seen(s)]));
  }

  /** Looks again at some of what has lain here, and at all that was graded for use the day before; the advice is taken as it comes. */
  async regrade(work: Work, chance: number) {
    for (const { id } of await gradingLots(work)) {
      const lot = await gradingLot(work, id);
      const settled = lot.usedNow === null || lot.verdict === 'reject' || lot.verdict === 'hold';
      const looked = this.random.next() <= chance || lot.verdict === 'use_today';
      if (settled || lot.landedOn === tradingDay(work.now, work.settings) || !looked) continue;
      const species = this.book.get(lot.speciesId)!;
      const scheme = lot.schemes[0]!;
      const signs = signsFor(scheme, species, lot.condition);
      const fish = Array.from({ length: sampleSize(lot.pieces) }, () =>
        this.look(scheme, species, signs, lot.usedNow! / species.iceDays),
      );
      const { verdict } = grade({
        species,
        condition: lot.condition,
        fish,
        coreCelsius: 0.9,
        limitCelsius: intakeLimit(species),
        temperatureHistory: false,
        foreignSmell: false,
        scheme,
        storageCelsius: lot.expected,
      });
      await recordGrade(work, id, {
        scheme: scheme.id,
        schemeVersion: scheme.version,
        observed: { ...nothingObserved, damage: [] },
        fish,
        coreTenths: 9,
        temperatureHistory: false,
        foreignSmell: false,
        verdict,
        overrideReason: '',
      });
    }
  }

  async order(
    work: Work,
    o: {
      phone?: string;
      deposit?: number;
      customer: string;
      dueAt: Date;
      remarks?: string;
      lines: readonly SampleLine[];
    },
  ) {
    return takeOrder(work, {
      customer: o.customer,
      phone: o.phone ?? '',
      dueAt: o.dueAt.toISOString(),
      remarks: o.remarks ?? '',
      deposit: o.deposit ?? 0,
      depositPay: 'cash',
      lines: o.lines.map(asLine),
    });
  }

  /** The same every week, from the day so many days ahead. */
  async weekly(
    work: Work,
    w: {
      customer: string;
      phone: string;
      ahead: number;
      minutes: number;
      remarks: string;
      lines: readonly SampleLine[];
    },
  ) {
    const from = addDays(tradingDay(work.now, work.settings), w.ahead);
    await keepStanding(work, {
      customer: w.customer,
      phone: w.phone,
      remarks: w.remarks,
      weekday: new Date(`${from}T00:00:00Z`).getUTCDay(),
      minutes: w.minutes,
      from,
      lines: w.lines.map(asLine),
    });
  }

  /** Nobody comes for an order: it goes back to the cold room. */
  async leave(work: Work, orderId: number) {
    const order = (await listOrders(work)).find((o) => o.id === orderId)!;
    await cancelOrder(work, orderId, {
      version: order.version,
      reason: 'nobody came',
      uncollected: true,
      keepDeposit: false,
    });
  }

  /** Plans the lines of an order as proposed; returns those that could be planned. */
  async plan(work: Work, orderId: number): Promise<number[]> {
    const all = (await listOrders(work)).find((o) => o.id === orderId)!;
    const planned = [];
    for (const line of all.lines) {
      const species = this.book.get(line.speciesId)!;
      const want = wantOf(work, line, new Date(all.dueAt));
      const offers = ((await shopLots(work, this.book)).get(line.speciesId) ?? []).map((l) =>
        offerFrom(species, l.available, want),
      );
      const { picks, missing } = proposePicks(offers, want);
      if (missing > 0 || picks.length === 0) continue;
      await choosePicks(work, line.id, { version: line.version, picks });
      planned.push(line.id);
    }
    return planned;
  }

  async send(work: Work, lineIds: readonly number[]): Promise<number[]> {
    const lines = await planLines(work);
    const tickets = [];
    for (const id of lineIds)
      tickets.push((await sendToBench(work, id, lines.find((l) => l.id === id)!.version)).id);
    return tickets;
  }

  async start(work: Work, ticketId: number) {
    const ticket = await oneTicket(work, ticketId);
    await startTicket(work, ticketId, {
      version: ticket.version,
      limp: false,
      inputs: ticket.inputs.map((i) => ({
        lotId: i.lotId,
        grams: Math.round(i.grams * (1 + this.random.normal() * 0.012)),
        source: 'simulated' as const,
      })),
    });
  }

  /** Cuts and weighs out a started ticket the way a good cutter would, some better than others. */
  async cut(work: Work, ticketId: number, skill = 1) {
    const ticket = await oneTicket(work, ticketId);
    const species = this.book.get(ticket.speciesId)!;
    const about = (grams: number, spread: number) =>
      Math.max(1, Math.round(grams * (1 + this.random.normal() * spread)));
    const weigh = (
      kind: 'order' | 'counter' | 'trim' | 'waste' | 'drip',
      item: string,
      grams: number,
      pieces = 0,
      cutId: number | null = null,
    ) => weighOut(work, ticketId, { cutId, kind, item, grams, pieces, source: 'simulated' });
    let main = 0;
    for (const [i, c] of ticket.cuts.entries()) {
      const form = formOf(formBook(), c.form);
      // No more comes out than went in.
      const grams = Math.min(about(ticket.expected.mains[i]! * skill, 0.012), ticket.balance.input - main);
      main += grams;
      const made =
        form.count === 'fish'
          ? ticket.fish
          : Math.max(
              c.pieces ?? ticket.fish * filletsPerFish(species),
              c.pieceGrams === null ? 0 : Math.floor(grams / c.pieceGrams),
            );
      const wanted = Math.min(c.pieces ?? made, made);
      const forOrder =
        c.pieces !== null && c.pieceGrams !== null
          ? Math.min(grams, Math.round((grams * wanted) / made))
          : grams;
      if (c.lineId !== null) await weigh('order', c.form, forOrder, wanted, c.id);
      const rest = c.lineId === null ? grams : grams - forOrder;
      if (rest > 0)
        await weigh('counter', c.form, rest, c.lineId === null ? made : Math.max(1, made - wanted));
    }
    let left = ticket.balance.input - main;
    for (const { part, grams } of ticket.expected.trims) {
      const given = Math.min(left, about(grams * (1 - (skill - 1)), 0.02));
      if (given < 1) continue;
      await weigh(trims[part].keep ? 'trim' : 'waste', part, given);
      left -= given;
    }
    const loose = Math.min(left, this.random.whole(0, Math.max(2, Math.round(ticket.balance.allowed * 0.4))));
    if (left - loose >= 1) await weigh('drip', '', left - loose);
    if (ticket.stepIds.includes('sweep'))
      for (const pass of [1, 2] as const)
        await signSweep(work, ticketId, {
          pass,
          found: this.random.next() < (pass === 1 ? 0.4 : 0.12) ? 1 : 0,
          broken: [],
          second: null,
        });
    if (ticket.stepIds.includes('frame')) await gradeFrame(work, ticketId, skill > 0.98 ? 0 : 1);
    const spent = ticket.minutes * (1.9 - skill) * (1 + this.random.normal() * 0.08);
    const done = { ...work, now: new Date(work.now.getTime() + spent * 60_000) };
    await goToStep(done, ticketId, 'weigh');
    const now = await oneTicket(work, ticketId);
    await closeTicket(work, ticketId, {
      version: now.version,
      reason: now.balance.closes ? '' : 'tub of trim went down the drain',
    });
  }

  /** One ticket for all lines of an order, begun and half cut: the joint and a steak are weighed. */
  async cutTogether(work: Work, orderId: number) {
    const order = (await listOrders(work)).find((o) => o.id === orderId)!;
    const [first, ...others] = order.lines;
    const [ticketId] = await this.send(work, [first!.id]);
    for (const line of others) {
      const { version } = await oneTicket(work, ticketId!);
      await addCut(work, ticketId!, {
        version,
        lineId: line.id,
        form: line.form,
        pieces: null,
        pieceGrams: null,
        totalGrams: null,
        options: [],
        thickMm: null,
        packing: 'wrapped',
      });
    }
    await this.start(work, ticketId!);
    const ticket = await oneTicket(work, ticketId!);
    for (const [i, grams] of [ticket.expected.mains[0]!, first!.pieceGrams! - 360].entries()) {
      const c = ticket.cuts[i]!;
      await weighOut(work, ticketId!, {
        cutId: c.id,
        kind: 'order',
        item: c.form,
        grams,
        pieces: 1,
        source: 'simulated',
      });
    }
    await goToStep(work, ticketId!, 'slices');
  }

  async handOver(work: Work, orderId: number) {
    const order = (await listOrders(work)).find((o) => o.id === orderId)!;
    if (order.state !== 'ready') return;
    await handOver(work, orderId, {
      pay: 'card',
      version: order.version,
      prices: order.lines.map((l) => ({ lineId: l.id, unit: 'kg', perKg: l.pricePerKg ?? 2000 })),
    });
  }

  /** Fish cut for the counter: no order asked for it. */
  async cutForCounter(work: Work, speciesId: string, form: string, fish: number, skill: number) {
    const row = (await stock(work)).find(
      (r) =>
        r.speciesId === speciesId &&
        r.place === 'place:cold_room' &&
        r.item === 'whole' &&
        !r.blocked &&
        r.freePieces >= fish,
    );
    if (!row) return;
    const made = await makeTicket(work, {
      lotId: row.lotId,
      item: 'whole',
      batch: 0,
      place: 'place:cold_room',
      fish,
      form,
      pieces: null,
      pieceGrams: null,
      totalGrams: Math.round((row.grams * fish) / row.pieces / 2),
      options: [],
      thickMm: null,
      packing: 'wrapped',
      dueAt: new Date(work.now.getTime() + 3_600_000).toISOString(),
    });
    await this.start(work, made.id);
    await this.cut({ ...work, now: new Date(work.now.getTime() + 10 * 60_000) }, made.id, skill);
  }

  /** An evening's trim made into stock packs and cake mix, what is refused left out. */
  async makeOfTrim(work: Work) {
    for (const [product, parts] of madeInto) {
      const { rows } = await trimOnHand(work);
      const inputs = rows.filter((r) => parts.includes(r.part) && r.refused[product] === undefined);
      const grams = inputs.reduce((s, r) => s + r.grams, 0);
      if (grams < 800) continue;
      await make(work, {
        product,
        inputs: inputs.map(({ place, lotId, item, batch, grams: g }) => ({
          place,
          lotId,
          item,
          batch,
          grams: g,
        })),
        grams: Math.round(grams * 0.97),
        remarks: '',
      });
    }
  }

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
      const tooOld = this.landedOf(row.code) < keepFrom;
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

  /** The landing date a lot code carries. */
  private landedOf = (code: string) => `20${code.slice(0, 2)}-${code.slice(2, 4)}-${code.slice(4, 6)}`;
}
