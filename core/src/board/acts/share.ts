import type { Board, Cut } from '../state.ts';
import type { Lies } from './rule.ts';
import type { Part } from '../parts.ts';
import { usualPacking } from '../packing.ts';

export const behindHead: readonly Part[] = [
  'flesh',
  'skin',
  'dark',
  'silver',
  'frame',
  'ribs',
  'scrape',
  'belly',
  'skirts',
];
export const offBone: readonly Part[] = ['flesh', 'skin', 'dark', 'silver', 'belly', 'skirts'];
export const lying = (b: Board): Lies =>
  b.kind === 'monk'
    ? 'monk'
    : b.kind === 'ray'
      ? b.job.condition === 'wing' || !b.state.head
        ? 'wing'
        : 'disc'
      : 'fish';
export const flatSides = (b: Board) => b.kind === 'flat' && b.taking('sides').length > 0;
/** Shares of the fish as it lay when the first cut was made. */
export function carve(b: Board, cut: Cut, which: readonly Part[], share: number): void {
  const base = baseOf(b);
  for (const p of which) {
    cut.mass[p] += base[p] * share;
    b.fish[p] -= base[p] * share;
  }
  offAs(b, cut);
}
/** A cut comes off as the fish lies there. */
export function offAs(b: Board, cut: Cut): void {
  const { skin, silver, scales } = b.state;
  Object.assign(cut.state, { off: true, skin, silver, scales });
  b.state.open = true;
}
const bases = new WeakMap<Board, Record<Part, number>>();
export function baseOf(b: Board): Record<Part, number> {
  const had = bases.get(b) ?? { ...b.fish };
  bases.set(b, had);
  return had;
}
export const onBone = (b: Board) => b.cuts.reduce((s, c) => s + c.place.onBone, 0);
/** A cut's share of what goes off the bone. */
export const shareOf = (b: Board, c: Cut) => c.place.offBone * (1 - onBone(b));

/** What a fillet lies as: half a fish, a quarter of a flatfish unless it was cut across in two, or one face of a wing. */
export const filletLies = (b: Board): Lies =>
  b.kind === 'flat' && !b.crossCut ? 'quarter' : b.kind === 'ray' ? 'wing_face' : 'side';

/** How the belly of a side ends: as its form wants it, and for portions as the method says. */
export const bellyOf = (b: Board, c: Cut): 'on' | 'trimmed' | 'off' =>
  c.goal.belly === 'trimmed' && c.goal.take === 'sides' && ['portion', 'bias'].includes(c.goal.shape ?? '')
    ? b.method('belly') === 'off'
      ? 'off'
      : 'on'
    : c.goal.belly;
/** Whether the pin bones of a cut come out, stay in and are declared, or are none of this cut's business. */
export const pinsOf = (b: Board, c: Cut): 'out' | 'declared' | 'in' =>
  c.goal.pins === 'out' && b.method('pin_bones') === 'leave' ? 'declared' : c.goal.pins;

/** Wrapped in film, as where nothing is said. */
export const wrapped = (c: Cut): boolean => (c.packing ?? usualPacking) === 'wrapped';

/** Both sides of a fish, or a piece that is cut again, divided among the cuts that want them. */
export function divideSides(b: Board, cuts: readonly Cut[]): void {
  for (const c of cuts) {
    carve(b, c, offBone, shareOf(b, c));
    // Over the ribs they stay on the frame; a flatfish leaves its little cage in the fillets, a ray and a monk tail have none.
    c.state.ribs = !b.piece && (b.kind === 'flat' || (b.kind === 'round' && b.method('ribs') !== 'over'));
  }
  if (!b.piece) b.shift('frame', cuts);
}
