import { sectionShares } from '../body/index.ts';
import type { Form, School } from '../forms/index.ts';
import { arrivalFraction, filletsPerFish, type ArrivalCondition, type Species } from '../species/index.ts';
import { apportion } from '../units/index.ts';
import {
  components,
  expectedComponents,
  type Component,
  type Fractions,
  type YieldSpecies,
} from './components.ts';

/** Trims a ticket can weigh, with where each goes unless the shop says otherwise (common practice). */
export const trims = {
  head: { name: 'heads', use: 'stock pack', keep: true },
  collars: { name: 'collars', use: 'sold for the grill', keep: true },
  cheeks: { name: 'cheeks', use: 'sold apart', keep: true },
  frame: { name: 'frames', use: 'stock pack', keep: true },
  tail_piece: { name: 'tail pieces', use: 'counter, or pie mix', keep: true },
  belly: { name: 'belly strips', use: 'grill strips', keep: true },
  scrape: { name: 'scrape', use: 'fish cakes, same day', keep: true },
  offcuts: { name: 'offcuts', use: 'pie mix, chowder', keep: true },
  skirts: { name: 'skirts', use: 'fish cakes', keep: true },
  roe: { name: 'roe', use: 'sold the same day', keep: true },
  liver: { name: 'liver', use: 'by custom, the same day', keep: true },
  skin: { name: 'skins', use: 'crisp-fried, stock', keep: false },
  pinStrip: { name: 'pin-bone strips', use: 'waste', keep: false },
  bloodline: { name: 'bloodline and membrane', use: 'pet, or waste', keep: false },
  fins: { name: 'fins', use: 'stock or bin', keep: false },
  viscera: { name: 'guts and gills', use: 'waste, never sold', keep: false },
} as const;
export type TrimId = keyof typeof trims;

/** The kind of trim a ledger item `trim:<part>` names, or null for anything else. */
export function trimOf(item: string): TrimId | null {
  const part = item.startsWith('trim:') ? item.slice('trim:'.length) : '';
  return Object.hasOwn(trims, part) ? (part as TrimId) : null;
}

/** What a ledger item of trim is called; one no book knows is named as it stands. */
export function trimName(item: string): string {
  const part = trimOf(item);
  return part ? trims[part].name : `unknown (${item})`;
}

export interface ExpectedCut {
  /** Main product over the weight that went in. */
  yield: number;
  /** Trims over the weight that went in, those that are not nothing. */
  trims: Partial<Record<TrimId, number>>;
  /** Water, blood and scales lost, over the weight that went in. */
  drip: number;
}

export interface ExpectedTicket extends Omit<ExpectedCut, 'yield'> {
  /** Each form over the weight that went in, in the order given. */
  mains: number[];
}

/** Share of a section that is left once its edges are trimmed (our choice). */
const trimmedClean = 0.97;

/** Parts that are already gone when a fish arrives in this condition. */
const goneOnArrival: Record<ArrivalCondition, Component[]> = {
  whole: [],
  gutted: ['viscera'],
  headed_gutted: ['viscera', 'head', 'collars'],
  tail: ['viscera', 'head', 'collars'],
  wing: ['viscera', 'head', 'collars'],
};

const named: Record<'whole' | 'gutted' | 'headed' | 'skin_on' | 'skinless', readonly Component[]> = {
  whole: components,
  gutted: components.filter((c) => c !== 'viscera'),
  headed: components.filter((c) => !['viscera', 'head', 'collars'].includes(c)),
  skin_on: ['fillets', 'skin', 'pinStrip'],
  skinless: ['fillets'],
};
const partsOf = (form: Form): readonly Component[] =>
  typeof form.yield.of === 'string' ? named[form.yield.of] : form.yield.of;

/** Fractions of the fish as it lies there: what is gone is nothing, the rest sums to 1. */
function asArrived(
  species: YieldSpecies,
  condition: ArrivalCondition,
  fishGrams: number,
  month: number,
): Fractions {
  const full = expectedComponents(species, fishGrams / arrivalFraction(species, condition), month);
  const left = Object.fromEntries(
    Object.entries(full).map(([k, v]) => [k, goneOnArrival[condition].includes(k as Component) ? 0 : v]),
  ) as Fractions;
  const weight = Object.values(left).reduce((a, b) => a + b, 0);
  for (const k of Object.keys(left) as Component[]) left[k] /= weight;
  return left;
}

/**
 * How the body is shared when several forms come from one fish: sections by where they lie (cavity, middle, tail),
 * forms of the sides take what no section claims, shared by what is wanted of each. A lone form has all of it.
 */
export function formShares(
  species: Pick<Species, 'bodyRow' | 'body'>,
  forms: readonly Form[],
  wanted: readonly number[],
): number[] {
  const cutFrom = forms.filter((f) => f.section !== 'trim');
  if (cutFrom.length <= 1) return forms.map(() => 1);
  const lie = sectionShares(species) ?? { cavity: 0, middle: 1, tail: 0 };
  const has = (section: string) => cutFrom.some((f) => f.section === section);
  const room: Record<string, number> = {
    cavity: has('cavity') ? lie.cavity : 0,
    middle: has('middle') ? lie.middle + (has('cavity') ? 0 : lie.cavity) : 0,
    tail: has('tail') ? lie.tail : 0,
  };
  room.sides = has('sides') ? 1 - room.cavity! - room.middle! - room.tail! : 0;
  return forms.map((f, i) => {
    if (f.section === 'trim') return 1;
    const same = forms.map((g, j) => (g.section === f.section ? Math.max(1, wanted[j]!) : 0));
    return (room[f.section]! * Math.max(1, wanted[i]!)) / same.reduce((a, b) => a + b, 0);
  });
}

/**
 * What cutting one fish into these forms is expected to give, as shares of the weight that goes in; mains, trims and
 * drip sum to 1. `fishGrams` is the weight of one fish as it arrived; `month` 1 to 12 brings in the spent season;
 * schools move points of the fillets to where they are lost.
 */
export function expectedForms(
  species: YieldSpecies & Pick<Species, 'bodyRow' | 'body'>,
  condition: ArrivalCondition,
  forms: readonly Form[],
  wanted: readonly number[],
  fishGrams: number,
  month: number,
  schools: readonly School[] = [],
): ExpectedTicket {
  const left = asArrived(species, condition, fishGrams, month);
  const shares = formShares(species, forms, wanted);
  const trimmed: Partial<Record<TrimId, number>> = {};
  const to = (trim: string, share: number) => {
    if (share > 0) trimmed[trim as TrimId] = (trimmed[trim as TrimId] ?? 0) + share;
  };
  let drip = 0;
  const lose = (trim: string, share: number) => {
    if (trim === 'drip') drip += share;
    else to(trim, share);
  };
  const rest: Fractions = { ...left };
  const several = forms.filter((f) => f.section !== 'trim').length > 1;
  const mains = forms.map((form, i) => {
    const parts = partsOf(form);
    const share = shares[i]!;
    // Alone, a section's form says its own share of the fish; beside others the body model has said it already.
    const sectioned = ['cavity', 'middle', 'tail'].includes(form.section);
    const kept = several && sectioned ? trimmedClean : form.yield.share;
    let main = 0;
    let over = 0;
    for (const c of parts) {
      const here = Math.min(rest[c], left[c] * share);
      rest[c] -= here;
      // A slice across the fish loses its fins and its drip first; a whole fish keeps them.
      const lost = (c === 'drip' || c === 'fins') && form.section === 'middle';
      if (lost) rest[c] += here;
      else {
        main += here * kept;
        over += here * (1 - kept);
      }
    }
    if (form.yield.rest) lose(form.yield.rest, over);
    else main += over;
    if (form.section === 'sides' || form.section === 'cavity') {
      for (const s of schools) {
        const points = (s.points[0] + s.points[1]) / 200;
        // Gains come off the frame and no further than it goes; losses go where the school leaves them.
        const moved = points > 0 ? Math.min(points * share, rest.frame / 2) : points * share;
        if (moved > 0) rest.frame -= moved;
        else if (moved < 0) lose(s.to, -moved);
        main += moved;
      }
    }
    return main;
  });
  const cutAcross = forms.some(
    (f) => f.section === 'middle' || f.section === 'cavity' || f.section === 'tail',
  );
  // Flesh no form claims: cut across it keeps skin and pin bones, off a side it is an offcut.
  to(cutAcross ? 'tail_piece' : 'offcuts', rest.fillets + (cutAcross ? rest.skin + rest.pinStrip : 0));
  for (const c of components) {
    if (c === 'fillets' || (cutAcross && (c === 'skin' || c === 'pinStrip'))) continue;
    lose(c, rest[c]);
  }
  const made = Object.fromEntries(Object.entries(trimmed).filter(([, v]) => v > 1e-9));
  return { mains, trims: made, drip };
}

/** `expectedForms` of a single form. */
export function expectedCut(
  species: YieldSpecies & Pick<Species, 'bodyRow' | 'body'>,
  condition: ArrivalCondition,
  form: Form,
  fishGrams: number,
  month: number,
): ExpectedCut {
  const { mains, ...rest } = expectedForms(species, condition, [form], [1], fishGrams, month);
  return { yield: mains[0]!, ...rest };
}

/** An expected ticket in whole grams for this input weight: parts sum to the input exactly. */
export function ticketGrams(
  cut: ExpectedTicket,
  inputGrams: number,
): { mains: number[]; trims: [TrimId, number][]; drip: number } {
  const names = Object.keys(cut.trims) as TrimId[];
  const n = cut.mains.length;
  const parts = apportion(inputGrams, [...cut.mains, cut.drip, ...names.map((t) => cut.trims[t]!)]);
  return { mains: parts.slice(0, n), drip: parts[n]!, trims: names.map((t, i) => [t, parts[n + 1 + i]!]) };
}

/** `ticketGrams` of a single form. */
export function expectedGrams(
  cut: ExpectedCut,
  inputGrams: number,
): { main: number; trims: [TrimId, number][]; drip: number } {
  const { mains, ...rest } = ticketGrams({ ...cut, mains: [cut.yield] }, inputGrams);
  return { main: mains[0]!, ...rest };
}

/** Fillets of this form from one fish: a cross-cut leaves two quarters joined. */
const filletsOf = (species: Pick<Species, 'bodyPlan'>, form: Form): number =>
  form.does.includes('cross') ? 2 : filletsPerFish(species);

/**
 * Pieces of about `pieceGrams` that one fish gives in this form. Fillets come by the fillet and may be portioned when
 * each holds two or more; forms cut by weight as often as they go in; whole forms and joints are one a fish. A piece
 * up to 15 % light counts.
 */
export function piecesPerFish(
  species: Pick<YieldSpecies, 'bodyPlan'>,
  form: Form,
  mainGrams: number,
  pieceGrams: number,
): number {
  const lightest = pieceGrams * 0.85;
  if (form.count === 'weight') return Math.floor(mainGrams / lightest);
  if (form.count === 'fillet') {
    const fillets = filletsOf(species, form);
    return fillets * Math.floor(mainGrams / fillets / lightest);
  }
  return mainGrams >= lightest ? 1 : 0;
}
