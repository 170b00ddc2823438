import { nth } from '../found.ts';
import { bodyOf, quarterShares, steakGrams, type Body } from '../body/index.ts';
import { isPiece } from '../species/index.ts';
import type { Goal } from './goal.ts';
import type { Job, WantedCut } from './job.ts';
import { kindOf } from './parts.ts';

export type Quarter = 'eyedBack' | 'eyedBelly' | 'blindBack' | 'blindBelly';

/** Where one cut lies on the fish, and how much of it it takes. */
export interface Place {
  /** Share of everything behind the head, bone in. */
  onBone: number;
  /** Share of the flesh that is left beside what goes bone in. */
  offBone: number;
  /** Stretch along the fish, shares of standard length; null where it takes no stretch of its own. */
  from: number | null;
  to: number | null;
  quarters: readonly Quarter[];
}

export interface Layout {
  cuts: readonly Place[];
  /** Left on the bone: in front of and between the cuts, and behind them; shares of what goes off the bone. */
  rest: number;
  tail: number;
}

const wholeTakes: readonly Goal['take'][] = [
  'nothing',
  'fish',
  'butterfly_back',
  'butterfly_belly',
  'skinned_with_head',
  'wing',
];
const nowhere: Place = { onBone: 0, offBone: 0, from: null, to: null, quarters: [] };
const allQuarters: readonly Quarter[] = ['eyedBack', 'eyedBelly', 'blindBack', 'blindBelly'];

/** Grams of a cut wanted of each fish of the ticket; 0 where nothing is said. */
export function askedOf(cut: WantedCut, job: Pick<Job, 'fish'>, sliceGrams: (mm: number) => number): number {
  const all =
    cut.totalGrams ??
    (cut.pieces ?? 0) * (cut.thickMm !== null ? sliceGrams(cut.thickMm) : (cut.pieceGrams ?? 0));
  return all / Math.max(1, job.fish);
}

/**
 * Quarters of a flatfish given to the forms that want them: each form one at least, the heavier wish the heavier
 * quarter; what is left goes to the heaviest wish. Null where there are more forms than quarters.
 */
function quartersFor(body: Body, wishes: readonly number[]): Quarter[][] | null {
  if (wishes.length > 4) return null;
  const shares = quarterShares(body);
  const heavy = allQuarters.toSorted((a, b) => shares[b] - shares[a]);
  const order = wishes.map((w, i) => ({ w, i })).toSorted((a, b) => b.w - a.w || a.i - b.i);
  const given: Quarter[][] = wishes.map(() => []);
  order.forEach(({ i }, at) => nth(given, i).push(nth(heavy, at)));
  nth(given, nth(order, 0).i).push(...heavy.slice(order.length));
  return given;
}

/**
 * Where on one fish each cut lies. What is sliced across the fish takes its stretch first, bone and all, as much as is
 * asked for; the joint and the tail take theirs; the sides share what is left by what is wanted of each. With nobody
 * to take it, the rest stays on the bone.
 */
export function layOut(
  job: Pick<Job, 'species' | 'condition' | 'fishGrams' | 'fish'>,
  cuts: readonly (WantedCut & { goal: Goal })[],
  /** Grams of everything behind the head. */
  behindHead: number,
): Layout {
  const of = (take: Goal['take']) => cuts.flatMap((c, i) => (c.goal.take === take ? [i] : []));
  const places: Place[] = cuts.map(() => nowhere);
  const [slices, joints, tails, sides] = [of('slices'), of('joint'), of('tail'), of('sides')];
  const kind = kindOf(job.species);
  // Fish that stay in one piece are counted, or weighed, among those who want them.
  const whole = cuts.flatMap((c, i) => (wholeTakes.includes(c.goal.take) ? [i] : []));
  const heads = whole.map(
    (i) =>
      nth(cuts, i).pieces ??
      Math.max(
        1,
        askedOf(nth(cuts, i), job, () => 0),
      ),
  );
  const all = heads.reduce((a, b) => a + b, 0);
  whole.forEach((i, n) => (places[i] = { ...nowhere, offBone: nth(heads, n) / all }));
  const lengthwise = slices.length + joints.length + tails.length === 0;
  const asked = !lengthwise || (kind === 'flat' && sides.length > 1);
  const body = isPiece(job.condition) || !asked ? null : bodyOf(job.species, job.condition, job.fishGrams);
  if (!body || lengthwise) {
    const wishes = sides.map((i) =>
      Math.max(
        1,
        askedOf(nth(cuts, i), job, () => 0),
      ),
    );
    const all = wishes.reduce((a, b) => a + b, 0);
    const cross = sides.some((i) => nth(cuts, i).form.does.includes('cross'));
    const quarters = body && kind === 'flat' && sides.length > 1 && !cross ? quartersFor(body, wishes) : null;
    const shares = body && quarters ? quarterShares(body) : null;
    sides.forEach((i, at) => {
      const mine = quarters?.[at] ?? [];
      places[i] = {
        ...nowhere,
        offBone: shares ? mine.reduce((s, q) => s + shares[q], 0) : nth(wishes, at) / all,
        quarters: mine,
      };
    });
    return { cuts: places, rest: 0, tail: 0 };
  }
  const p = body.profile;
  const F = body.shape.gutted;
  const bone = (from: number, to: number) => (F.at(to) - F.at(from)) / (F.at(1) - F.at(p.collar));
  const G = body.shape.flesh;
  const flesh = (from: number, to: number) =>
    Math.max(0, (G.at(Math.min(to, p.filletEnd)) - G.at(from)) / (G.at(p.filletEnd) - G.at(p.collar)));
  const start = joints.length > 0 ? p.vent : p.collar;
  let at = start;
  const others = sides.length > 0;
  const slab = (mm: number) => steakGrams(body, body.mm(p.vent), mm);
  const wishes = slices.map((i) => askedOf(nth(cuts, i), job, slab));
  const wished = wishes.reduce((a, b) => a + b, 0);
  const zoneEnd = p.steakEnd;
  const zoneGrams = behindHead * bone(start, zoneEnd);
  // Beside sides only what is asked for is sliced; alone all of the zone is.
  const fill = others && wished > 0 ? Math.min(1, zoneGrams / wished) : wished > 0 ? zoneGrams / wished : 1;
  slices.forEach((i, n) => {
    const grams = wished > 0 ? nth(wishes, n) * fill : zoneGrams / slices.length;
    const share = behindHead > 0 ? grams / behindHead : 0;
    const to = Math.min(
      zoneEnd,
      F.invert(Math.min(F.at(zoneEnd), F.at(at) + share * (F.at(1) - F.at(p.collar)))),
    );
    places[i] = { ...nowhere, onBone: share, from: at, to };
    at = to;
  });
  // Flesh of each stretch that stays, as shares of all that stays.
  const kept: { flesh: number; put: (share: number) => void }[] = [];
  const divide = (ids: readonly number[], from: number, to: number) => {
    ids.forEach((i) =>
      kept.push({
        flesh: flesh(from, to) / ids.length,
        put: (offBone) => (places[i] = { ...nowhere, offBone, from, to }),
      }),
    );
    return ids.length > 0 ? flesh(from, to) : 0;
  };
  let taken = flesh(start, at) + divide(joints, p.collar, p.vent) + divide(tails, p.steakEnd, 1);
  let rest = 0;
  let tail = 0;
  if (others) {
    const wants = sides.map((i) => Math.max(1, askedOf(nth(cuts, i), job, slab)));
    const all = wants.reduce((a, b) => a + b, 0);
    sides.forEach((i, n) =>
      kept.push({
        flesh: (Math.max(0, 1 - taken) * nth(wants, n)) / all,
        put: (offBone) => (places[i] = { ...nowhere, offBone }),
      }),
    );
  } else {
    const front = Math.max(0, slices.length > 0 ? 0 : flesh(start, zoneEnd));
    const behind =
      tails.length > 0 ? 0 : slices.length > 0 ? flesh(at, 1) : joints.length > 0 ? flesh(p.vent, 1) : 0;
    // Behind a joint alone everything is one tail piece; before an opened tail alone everything is left on the bone.
    if (tails.length > 0) kept.push({ flesh: front, put: (s) => (rest = s) });
    kept.push({ flesh: behind, put: (s) => (tail = s) });
    taken = 1;
  }
  const sum = kept.reduce((s, k) => s + k.flesh, 0);
  for (const k of kept) k.put(sum > 0 ? k.flesh / sum : 0);
  return { cuts: places, rest, tail };
}
