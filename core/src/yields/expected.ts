import type { FormId } from '../forms/index.ts';
import { arrivalFraction, filletsPerFish, type ArrivalCondition } from '../species/index.ts';
import { apportion } from '../units/index.ts';
import { expectedComponents, type Component, type Fractions, type YieldSpecies } from './components.ts';

/** Trims a ticket can weigh, with where each goes unless the shop says otherwise. */
export const trims = {
  head: { name: 'heads', use: 'stock pack', keep: true },
  collars: { name: 'collars', use: 'sold for the grill', keep: true },
  frame: { name: 'frames', use: 'stock pack', keep: true },
  tail_piece: { name: 'tail pieces', use: 'counter, or pie mix', keep: true },
  belly: { name: 'belly strips', use: 'grill strips', keep: true },
  scrape: { name: 'scrape', use: 'fish cakes, same day', keep: true },
  skirts: { name: 'skirts', use: 'fish cakes', keep: true },
  skin: { name: 'skins', use: 'crisp-fried, stock', keep: false },
  pinStrip: { name: 'pin-bone strips', use: 'waste', keep: false },
  fins: { name: 'fins', use: 'stock or bin', keep: false },
  viscera: { name: 'guts and gills', use: 'waste, never sold', keep: false },
} as const;
export type TrimId = keyof typeof trims;

/** Shares that no species table gives (our choice; weigh-outs correct them). */
const steakShareOfHeaded = 0.85;
const jointShareOfFillet = 0.55;
const scalesLoss = 0.01;

export interface ExpectedCut {
  /** Main product over the weight that went in. */
  yield: number;
  /** Trims over the weight that went in, those that are not nothing. */
  trims: Partial<Record<TrimId, number>>;
  /** Water, blood and scales lost, over the weight that went in. */
  drip: number;
}

/** Which parts of the whole fish end in the main product; the rest are trims by their own name. */
function split(
  form: FormId,
  f: Fractions,
  headed: number,
): { main: number; trims: Partial<Record<TrimId, number>>; drip: number } {
  const all: Partial<Record<TrimId, number>> = {
    viscera: f.viscera,
    head: f.head,
    collars: f.collars,
    frame: f.frame,
    fins: f.fins,
    skirts: f.skirts,
    belly: f.belly,
    scrape: f.scrape,
    skin: f.skin,
    pinStrip: f.pinStrip,
  };
  const drop = (...keys: TrimId[]) =>
    Object.fromEntries(Object.entries(all).filter(([k]) => !keys.includes(k as TrimId)));
  const skinOn = f.fillets + f.skin + f.pinStrip;
  switch (form) {
    case 'whole':
      return { main: 1, trims: {}, drip: 0 };
    case 'gutted':
      return { main: 1 - f.viscera, trims: { viscera: f.viscera }, drip: 0 };
    case 'scaled_gutted': {
      const main = (1 - f.viscera) * (1 - scalesLoss);
      return { main, trims: { viscera: f.viscera }, drip: 1 - f.viscera - main };
    }
    case 'steaks': {
      const main = headed * steakShareOfHeaded;
      return {
        main,
        trims: {
          viscera: f.viscera,
          head: f.head,
          collars: f.collars,
          fins: f.fins,
          tail_piece: headed - main - f.fins - f.drip,
        },
        drip: f.drip,
      };
    }
    case 'fillet_skinless':
      return { main: f.fillets, trims: all, drip: f.drip };
    case 'fillet_skin_on':
      return { main: skinOn, trims: drop('skin', 'pinStrip'), drip: f.drip };
    case 'boneless_joint': {
      const joint = skinOn * jointShareOfFillet;
      return {
        main: joint,
        trims: { ...drop('skin', 'pinStrip'), tail_piece: skinOn - joint },
        drip: f.drip,
      };
    }
  }
}

/** Parts that are already gone when a fish arrives in this condition. */
const goneOnArrival: Record<ArrivalCondition, Component[]> = {
  whole: [],
  gutted: ['viscera'],
  headed_gutted: ['viscera', 'head', 'collars'],
  tail: ['viscera', 'head', 'collars'],
  wing: ['viscera', 'head', 'collars'],
};

/**
 * What cutting one fish is expected to give, as shares of the weight that goes in; main, trims and drip sum to 1.
 * `fishGrams` is the weight of one fish as it arrived; `month` 1 to 12 brings in the spent season.
 */
export function expectedCut(
  species: YieldSpecies,
  condition: ArrivalCondition,
  form: FormId,
  fishGrams: number,
  month: number,
): ExpectedCut {
  const arrived = arrivalFraction(species, condition);
  const full = expectedComponents(species, fishGrams / arrived, month);
  const gone = goneOnArrival[condition];
  const left = Object.fromEntries(
    Object.entries(full).map(([k, v]) => [k, gone.includes(k as Component) ? 0 : v]),
  ) as Fractions;
  const weight = Object.values(left).reduce((a, b) => a + b, 0);
  for (const k of Object.keys(left) as Component[]) left[k] /= weight;
  const headed = 1 - left.viscera - left.head - left.collars;
  const cut = split(form, left, headed);
  const trimsLeft = Object.fromEntries(Object.entries(cut.trims).filter(([, v]) => v > 1e-9));
  return { yield: cut.main, trims: trimsLeft, drip: cut.drip };
}

/** `expectedCut` in whole grams for this input weight: parts sum to the input exactly. */
export function expectedGrams(
  cut: ExpectedCut,
  inputGrams: number,
): { main: number; trims: [TrimId, number][]; drip: number } {
  const names = Object.keys(cut.trims) as TrimId[];
  const [main, drip, ...rest] = apportion(inputGrams, [
    cut.yield,
    cut.drip,
    ...names.map((n) => cut.trims[n]!),
  ]);
  return { main: main!, drip: drip!, trims: names.map((n, i) => [n, rest[i]!]) };
}

/**
 * Pieces of about `pieceGrams` that one fish gives in this form. Fillets come `filletsPerFish` to a fish and may
 * be portioned when each holds two or more; whole forms and joints are one a fish. A piece up to 15 % light counts.
 */
export function piecesPerFish(
  species: Pick<YieldSpecies, 'bodyPlan'>,
  form: FormId,
  mainGrams: number,
  pieceGrams: number,
): number {
  const lightest = pieceGrams * 0.85;
  if (form === 'steaks') return Math.floor(mainGrams / lightest);
  if (form === 'fillet_skin_on' || form === 'fillet_skinless') {
    const fillets = filletsPerFish(species);
    return fillets * Math.floor(mainGrams / fillets / lightest);
  }
  return mainGrams >= lightest ? 1 : 0;
}
