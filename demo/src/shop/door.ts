import { dayMs, addDays, daysBetween, tradingDay } from '@ember-slate/core/calendar';
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
import type { Species } from '@ember-slate/core/species';
import type { Work } from '@ember-slate/server/platform/context';
import {
  addLot,
  closeDelivery,
  createDelivery,
} from '@ember-slate/server/stages/landing/commands/deliveries';
import { gradingLot, gradingLots } from '@ember-slate/server/stages/grading/queries/lots';
import { recordGrade } from '@ember-slate/server/stages/grading/commands/grades';
import { listDeliveries } from '@ember-slate/server/stages/landing/queries/deliveries';
import { makeClaim, settleClaim } from '@ember-slate/server/stages/landing/commands/claims';
import type { Random } from '../random.ts';
import { claims, boats, farm, suppliers, wording, type usual } from '../scenario/index.ts';

/** What lands: how much of which fish, at which price. */
export type LotSpec = Pick<(typeof usual)[number], 'species' | 'condition' | 'fishG' | 'buy' | 'farmed'> & {
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

/** The back door: what lands, how it looks, what is claimed. */
export class Door {
  constructor(
    private readonly book: Map<string, Species>,
    private readonly random: Random,
  ) {}

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

  /** Claims of that day against a supplier's lot of the morning, settled or not. */
  async claim(work: Work, daysAgo: number) {
    const day = tradingDay(work.now, work.settings);
    for (const c of claims.filter((x) => x.daysAgo === daysAgo)) {
      const lots = (await listDeliveries(work, true, day)).flatMap((d) =>
        d.lots.filter((l) => l.there.pieces > c.fish).map((l) => ({ ...l, supplier: d.supplier })),
      );
      // Whoever came that day, if not the one it happens to most.
      const usual = suppliers[c.supplier];
      const lot = lots.find((l) => l.supplier === usual) ?? lots[0];
      if (!lot) continue;
      const grams = Math.round((lot.there.grams * c.fish) / lot.there.pieces);
      const money = Math.round((grams * lot.pricePerKg! * c.share) / 1000);
      const text = lot.supplier === usual ? (wording[c.supplier] ?? '') : '';
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
}
