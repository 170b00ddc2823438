import { sure } from '../found.ts';
import type { Form } from '../forms/index.ts';
import { arrivalFraction, filletsPerFish, isPiece, isSkinned } from '../species/index.ts';
import { trims, type TrimId } from '../yields/trims.ts';
import type { Goal } from './goal.ts';
import type { Job, WantedCut } from './job.ts';
import type { Place } from './layout.ts';
import { questionOf, type Method, type Methods, type QuestionId } from './methods.ts';
import { kindOf, noParts, parts, type Kind, type Part, type Parts } from './parts.ts';

/** What has been done to the fish so far. */
export interface FishState {
  head: boolean;
  gills: boolean;
  guts: boolean;
  scales: boolean;
  fins: boolean;
  /** Spines that prick: off with the back, vent and belly fins. */
  spines: boolean;
  tailFin: boolean;
  skin: boolean;
  silver: boolean;
  skirts: boolean;
  /** Taken apart: its sides are off the bone, or it is sliced across. */
  open: boolean;
}

/** What has been done to one cut's pieces. */
export interface PieceState {
  off: boolean;
  skin: boolean;
  silver: boolean;
  skirts: boolean;
  scales: boolean;
  pins: 'in' | 'out' | 'declared';
  ribs: boolean;
  belly: 'on' | 'trimmed' | 'off';
  shaved: boolean;
  scored: boolean;
  slashed: boolean;
  halved: boolean;
  endsOff: boolean;
  bound: 'tied' | 'wrapped' | 'no';
  paired: boolean;
  stuffed: boolean;
  herbs: boolean;
  shaped: boolean;
}

export interface Cut extends WantedCut {
  index: number;
  goal: Goal;
  place: Place;
  /** Ready grams by part. */
  mass: Parts;
  state: PieceState;
}

/** A weight that left the fish in an act. */
export interface TubWeight {
  tub: TrimId | 'water';
  grams: number;
}

const nothing = (): Parts => ({ ...noParts });
const sum = (ns: readonly number[]) => ns.reduce((a, b) => a + b, 0);
const size = (grams: number): 0 | 1 | 2 => (grams < 700 ? 0 : grams > 3000 ? 2 : 1);

/** The board: what lies on it, what is in the tubs, and what is done. Acts change it and nothing else does. */
export class Board {
  readonly kind: Kind;
  readonly size: 0 | 1 | 2;
  readonly piece: boolean;
  /** Heavy or sharp spines: on this fish, whatever of it came. */
  readonly pricks: boolean;
  readonly venom: boolean;
  readonly state: FishState;
  readonly tubs = new Map<TrimId, Parts>();
  water = 0;
  /** Questions that any act or word looked at: no other can change anything. */
  readonly consulted = new Set<QuestionId>();
  private log: TubWeight[] = [];

  constructor(
    readonly job: Job,
    readonly methods: Methods,
    readonly cuts: readonly Cut[],
    /** Grams by part of what is still in one piece. */
    readonly fish: Parts,
    /** Shares of what goes off the bone that nobody takes. */
    readonly left: { rest: number; tail: number },
  ) {
    const { species, condition } = job;
    this.kind = kindOf(species);
    this.piece = isPiece(condition);
    // A piece is worked as the fish it came from is large.
    this.size = size(
      this.piece
        ? (job.fishGrams / arrivalFraction(job.species, condition)) * job.species.gutted
        : job.fishGrams,
    );
    this.venom = species.sharp === 'venom spines';
    this.pricks = /spine|scute/.test(species.sharp ?? '') && (fish.finsBack > 0 || fish.finsVent > 0);
    const headThere = condition === 'whole' || condition === 'gutted';
    const scaly = !['none', 'fine'].includes(species.scales) && this.kind !== 'ray' && this.kind !== 'monk';
    this.state = {
      head: headThere,
      gills: headThere && this.kind !== 'ray',
      guts: condition === 'whole',
      scales: scaly && job.scaled !== 'yes' && !isSkinned(condition),
      fins: !this.piece && condition !== 'wing',
      spines: this.pricks,
      tailFin: !this.piece && condition !== 'wing',
      skin: !isSkinned(condition),
      silver: this.kind === 'monk' && !this.piece,
      skirts: this.kind === 'flat' && !this.piece,
      open: this.piece,
    };
  }

  /** The state of the fish now, kept as it is. */
  asItLies(): FishState {
    const s = this.state;
    return {
      head: s.head,
      gills: s.gills,
      guts: s.guts,
      scales: s.scales,
      fins: s.fins,
      spines: s.spines,
      tailFin: s.tailFin,
      skin: s.skin,
      silver: s.silver,
      skirts: s.skirts,
      open: s.open,
    };
  }
  get forms(): Form[] {
    return this.cuts.map((c) => c.form);
  }
  /** Cuts other than those of the trim. */
  get mains(): Cut[] {
    return this.cuts.filter((c) => c.goal.take !== 'trim');
  }
  trim(...ops: Form['does']): Cut | undefined {
    return this.cuts.find((c) => c.goal.take === 'trim' && ops.some((o) => c.form.does.includes(o)));
  }
  taking(...takes: Goal['take'][]): Cut[] {
    return this.cuts.filter((c) => takes.includes(c.goal.take));
  }
  method(q: QuestionId): string {
    return this.chosen(q).id;
  }
  chosen(q: QuestionId): Method {
    this.consulted.add(q);
    return this.methods[q].method;
  }
  /** The forms all leave the fish in one piece. */
  get whole(): boolean {
    return this.mains.every((c) => ['fish', 'nothing', 'wing', 'skinned_with_head'].includes(c.goal.take));
  }
  get worked(): boolean {
    return this.cuts.some((c) => c.goal.take !== 'nothing');
  }
  get crossCut(): boolean {
    return (
      this.kind === 'flat' &&
      this.taking('sides').some(
        (c) =>
          c.form.does.includes('cross') ||
          (!c.form.does.includes('quarter') && this.method('flatfish') === 'cross'),
      )
    );
  }
  get fillets(): number {
    return this.piece ? 1 : this.crossCut ? 2 : filletsPerFish(this.job.species);
  }
  get gutsIn(): boolean {
    return this.method('guts') === 'guts_in';
  }
  get headLast(): boolean {
    return this.method('head') === 'on_last' || (this.kind === 'flat' && this.method('guts') === 'guts_in');
  }
  get oily(): boolean {
    return this.job.species.fat === 'oily';
  }

  /** Parts off the fish into a tub, all of them or a share. */
  take(from: readonly Part[], tub: TrimId, share = 1): void {
    for (const p of from) {
      this.put(tub, p, this.fish[p] * share);
      this.fish[p] *= 1 - share;
    }
  }
  /** Grams off a cut's flesh into a tub, into water, or back to the frame. */
  lose(cut: Cut, part: Part, to: TrimId | 'water', grams: number): void {
    const moved = Math.min(cut.mass[part], Math.max(0, grams));
    cut.mass[part] -= moved;
    if (to === 'water') {
      this.water += moved;
      this.log.push({ tub: 'water', grams: moved });
    } else this.put(to, part, moved);
  }
  /** What a cut is trimmed by once it has its shape: what its form keeps of its parts. */
  tidy(cut: Cut): void {
    const { share, rest } = cut.form.yield;
    if (share >= 1 || rest === '') return;
    for (const p of parts)
      this.lose(cut, p, rest === 'drip' ? 'water' : (rest as TrimId), cut.mass[p] * (1 - share));
  }
  /** Water and scales a whole fish loses as it is made ready: what its form does not keep. */
  tidyFish(cut: Cut): void {
    const lost = 1 - cut.form.yield.share;
    for (const p of parts) {
      const grams = this.fish[p] * lost;
      this.fish[p] -= grams;
      this.water += grams;
      if (grams > 0) this.log.push({ tub: 'water', grams });
    }
  }
  /** From one tub to another, or to a cut that wants it. */
  sort(from: TrimId, which: readonly Part[], to: TrimId | Cut, share = 1): void {
    const tub = this.tubs.get(from);
    if (!tub) return;
    for (const p of which) {
      const grams = tub[p] * share;
      tub[p] -= grams;
      this.log.push({ tub: from, grams: -grams });
      if (typeof to === 'string') this.put(to, p, grams);
      else to.mass[p] += grams;
    }
  }
  /** Parts off the fish to a cut. */
  give(cut: Cut, which: readonly Part[], share = 1): void {
    for (const p of which) {
      cut.mass[p] += this.fish[p] * share;
      this.fish[p] *= 1 - share;
    }
  }
  /** Parts of the fish divided among cuts by their shares, in one go. */
  divide(cuts: readonly Cut[], which: readonly Part[], shareOf: (c: Cut) => number): void {
    for (const p of which) {
      const all = this.fish[p];
      for (const c of cuts) {
        c.mass[p] += all * shareOf(c);
        this.fish[p] -= all * shareOf(c);
      }
    }
  }
  private put(tub: TrimId, part: Part, grams: number): void {
    if (grams === 0) return;
    const had = this.tubs.get(tub) ?? nothing();
    had[part] += grams;
    this.tubs.set(tub, had);
    this.log.push({ tub, grams });
  }
  /** What left the fish since this was last asked, by tub. */
  taken(): TubWeight[] {
    const by = new Map<TubWeight['tub'], number>();
    for (const { tub, grams } of this.log) by.set(tub, (by.get(tub) ?? 0) + grams);
    this.log = [];
    return [...by].filter(([, g]) => Math.abs(g) > 1e-9).map(([tub, grams]) => ({ tub, grams }));
  }
  grams(tub: TrimId): number {
    const had = this.tubs.get(tub);
    return had ? sum(Object.values(had)) : 0;
  }
  /**
   * A method's points of yield: of the flesh of the cuts to where it leaves them, or off the frame to the flesh.
   */
  shift(q: QuestionId, cuts: readonly Cut[], as?: string): void {
    const m: Method =
      as === undefined ? this.chosen(q) : sure(questionOf(q).methods.find((x) => x.id === as));
    const share = (m.points[0] + m.points[1]) / 200;
    if (share === 0) return;
    const all = sum(cuts.map((c) => c.mass.flesh));
    if (all === 0) return;
    const grams = Math.abs(share) * this.job.fishGrams;
    for (const c of cuts) {
      const mine = (grams * c.mass.flesh) / all;
      if (share > 0) {
        const got = Math.min(mine, this.fish.frame / 2 / cuts.length);
        this.fish.frame -= got;
        c.mass.flesh += got;
      } else if (m.to === 'frame' || m.to === 'scrape') {
        c.mass.flesh -= mine;
        this.fish[m.to] += mine;
      } else this.lose(c, 'flesh', m.to === 'drip' ? 'water' : m.to, mine);
    }
  }
  /** Whether a part of this many grams is worth a tub of its own. */
  worth(tub: TrimId, grams: number): boolean {
    return grams >= trims[tub].leastG;
  }
}

export const emptyParts = nothing;
