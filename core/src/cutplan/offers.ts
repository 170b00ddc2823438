import { nth, sure } from '../found.ts';
import type { Said } from '@ember-slate/words/said';
import { rawRefusal } from '../coldchain/index.ts';
import { formRefusal, type Form } from '../forms/index.ts';
import {
  damageRefusal,
  cutPace,
  daysLeft,
  fitRungs,
  landedPace,
  type Damage,
  type Roe,
  type Use,
  type Verdict,
} from '../freshness/index.ts';
import {
  arrivalFraction,
  countWord,
  isPiece,
  type ArrivalCondition,
  type Species,
} from '../species/index.ts';
import { expectedCut, expectedGrams, optionRefusal, refrozen, type Packing } from '../board/index.ts';
import { type TrimId } from '../yields/index.ts';
import { piecesOf } from './gives.ts';
import { said } from './say.ts';

/** A graded lot with fish that nobody has been promised. */
export interface AvailableLot {
  lotId: number;
  code: string;
  condition: ArrivalCondition;
  /** Farmed fish do not spawn out. */
  farmed: boolean;
  roe: Roe;
  freePieces: number;
  freeGrams: number;
  verdict: Verdict | null;
  /** Ice days used now, and the lower half-width of that estimate. */
  used: number;
  halfWidth: number;
  celsius: number;
  /** Damage seen at its grade: bars the forms that would show it. */
  damage: readonly Damage[];
  /** Whether the freezer's log proves the freezing that raw use asks for. */
  rawFit: boolean;
  /** Days at most whatever the clock says: thawed fish and fish graded for use today; null for the others. */
  mostDays: number | null;
  thawed: boolean;
}

/** What an order line wants; either pieces of a weight or a total weight, grams. */
export interface Want {
  form: Form;
  /** In the words of the order. */
  options: readonly string[];
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  use: Use;
  /** How its pieces are packed; wrapped where it is not said. */
  packing?: Packing;
  dueInDays: number;
  month: number;
}

export interface LotOffer {
  lot: AvailableLot;
  refusal: Said | null;
  /** One fish of this lot, grams as it lies there. */
  fishGrams: number;
  yield: number;
  /** Pieces one fish gives; null when the line wants a total weight. */
  perFish: number | null;
  /** Fish needed to serve the whole line from this lot alone; null when it cannot. */
  fishNeeded: number | null;
  fishFree: number;
  /** Days left once cut into this form. */
  daysLeftCut: number;
}

/** Grams of finished product a line wants. */
export const wantedGrams = (want: Pick<Want, 'pieces' | 'pieceGrams' | 'totalGrams'>): number =>
  want.totalGrams ?? (want.pieces ?? 0) * (want.pieceGrams ?? 0);

/** Life of a lot cut into a form: days left now, and ice days used when it is due. */
function lifeOf(species: Species, lot: AvailableLot, want: Pick<Want, 'form' | 'dueInDays'>) {
  // Cut now, it runs at the pace of the piece; a fish sold as landed keeps its own.
  const pace =
    want.form.does.length === 0 ? landedPace(species, lot.condition) : cutPace(want.form.lifeFactor);
  const input = {
    iceDays: species.iceDays,
    usedAtGrading: lot.used,
    halfWidth: lot.halfWidth,
    celsius: lot.celsius,
    pace,
  };
  return {
    left: daysLeft({ ...input, elapsedDays: 0 }).left,
    usedWhenDue: daysLeft({ ...input, elapsedDays: want.dueInDays }).used,
  };
}

/** Why fish of a lot may not become this by then, whatever they weigh and however many there are; null when they may. */
export function fitRefusal(
  species: Species,
  lot: AvailableLot,
  want: Pick<Want, 'form' | 'use' | 'packing' | 'dueInDays'>,
  fishGrams: number,
): Said | null {
  const { form } = want;
  const whole = fishGrams > 0 ? fishGrams / arrivalFraction(species, lot.condition) : null;
  const refused = formRefusal(species, lot.condition, form, whole) ?? damageRefusal(lot.damage, form);
  if (refused) return refused;
  if (lot.verdict === null) return said('not_graded_yet');
  if (lot.verdict === 'reject' || lot.verdict === 'hold')
    return lot.verdict === 'hold' ? said('on_hold') : said('rejected');
  if ((want.use === 'raw' || form.raw) && !lot.rawFit) return rawRefusal;
  if (want.packing === 'frozen' && lot.thawed) return refrozen;
  if (lot.mostDays !== null && lot.mostDays < want.dueInDays)
    return lot.thawed ? said('thawed_gone_before_it_is_due') : said('graded_for_use_today_not_later');
  const life = lifeOf(species, lot, want);
  const rung = sure(fitRungs.find((r) => r.use === want.use));
  if (life.usedWhenDue / species.iceDays > rung.limit)
    return said('not_fresh_enough_to_when_due', { use: want.use });
  return life.left < want.dueInDays ? said('out_of_life_before_it_is_due') : null;
}

/** What one lot could give a line, or why it may not. */
export function offerFrom(species: Species, lot: AvailableLot, want: Want): LotOffer {
  const fishGrams = lot.freePieces > 0 ? lot.freeGrams / lot.freePieces : 0;
  const form = want.form;
  const base = { lot, fishGrams, fishFree: lot.freePieces, daysLeftCut: lifeOf(species, lot, want).left };
  const none = (refusal: Said): LotOffer => ({
    ...base,
    refusal,
    yield: 0,
    perFish: null,
    fishNeeded: null,
  });
  const unfit = fitRefusal(species, lot, want, fishGrams);
  if (unfit) return none(unfit);
  if (lot.freePieces === 0) return none(said('no_fish_left_that_is_not_promised'));
  const refusedOption = want.options
    .map((o) => optionRefusal(species, lot.condition, form, o))
    .find((r) => r !== null);
  if (refusedOption) return none(refusedOption);
  const cut = expectedCut(cutOf(species, lot, want, fishGrams));
  const main = fishGrams * cut.yield;
  if (want.totalGrams !== null) {
    const fishNeeded = Math.ceil(want.totalGrams / main - 1e-9);
    return { ...base, refusal: null, yield: cut.yield, perFish: null, fishNeeded };
  }
  const asked = sure(want.pieceGrams);
  const { condition, farmed, roe } = lot;
  const { pieces: perFish, heaviest } = piecesOf(
    { species, condition, grams: fishGrams, farmed, roe },
    { form, options: want.options, pieceGrams: asked, month: want.month },
  );
  if (perFish === 0) {
    const piece = Math.round(heaviest);
    return none(
      heaviest < asked
        ? said('fish_too_small_for_the_piece', { form: form.name, main: Math.round(main), piece, asked })
        : said('fish_too_large_for_the_piece', { form: form.name, piece, asked }),
    );
  }
  return {
    ...base,
    refusal: null,
    yield: cut.yield,
    perFish,
    fishNeeded: Math.ceil(sure(want.pieces) / perFish),
  };
}

const cutOf = (
  species: Species,
  { condition, farmed, roe }: Pick<AvailableLot, 'condition' | 'farmed' | 'roe'>,
  { form, options, month }: Pick<Want, 'form' | 'options' | 'month'>,
  fishGrams: number,
) => ({ species, condition, form, options, fishGrams, month: farmed ? null : month, roe });

export interface FishPick {
  lotId: number;
  fish: number;
}

/**
 * Fish for a line, the ones that run out of life first taken first, over as many lots as it needs.
 * `missing` says how much of the line nobody can serve (pieces, or grams for a total weight).
 */
export function proposePicks(
  offers: readonly LotOffer[],
  want: Want,
): { picks: FishPick[]; missing: number } {
  const usable = offers
    .filter((o) => o.refusal === null)
    .sort((a, b) => a.daysLeftCut - b.daysLeftCut || a.lot.lotId - b.lot.lotId);
  let missing = want.totalGrams ?? sure(want.pieces);
  const picks: FishPick[] = [];
  for (const offer of usable) {
    const each = offer.perFish ?? offer.fishGrams * offer.yield;
    const fish = Math.min(offer.fishFree, Math.ceil(missing / each - 1e-9));
    if (fish <= 0) continue;
    picks.push({ lotId: offer.lot.lotId, fish });
    missing -= fish * each;
    if (missing <= 1e-9) break;
  }
  return { picks, missing: Math.max(0, Math.round(missing)) };
}

export type PromiseAnswer = { answer: 'yes' | 'part' | 'no'; because: Said; servable: number };

/** Can the line be promised from graded, unpromised stock? Says how much of it otherwise, and why not the rest. */
export function canPromise(offers: readonly LotOffer[], want: Want): PromiseAnswer {
  const { picks, missing } = proposePicks(offers, want);
  const wanted = want.totalGrams ?? sure(want.pieces);
  const fish = picks.reduce((sum, p) => sum + p.fish, 0);
  if (missing === 0) {
    const lots = picks.map((p) => sure(offers.find((o) => o.lot.lotId === p.lotId)).lot);
    const codes = lots.map((l) => l.code).join(', ');
    // Where both serve, they are fish to the one who asks.
    const like = lots.find((l) => !isPiece(l.condition)) ?? nth(lots, 0);
    const because = said('from', { fish, condition: countWord(like.condition, fish), codes });
    return { answer: 'yes', because, servable: wanted };
  }
  const reasons = [
    ...new Map(
      offers.flatMap((o) =>
        o.refusal === null
          ? []
          : [[`${o.lot.code} ${o.refusal.code}`, said('lot_because', { code: o.lot.code, why: o.refusal })]],
      ),
    ).values(),
  ];
  const why =
    reasons.length > 0
      ? reasons[1]
        ? said('both', { first: nth(reasons, 0), second: reasons[1] })
        : nth(reasons, 0)
      : offers.length === 0
        ? said('none_in_the_shop')
        : said('not_enough_fish');
  if (picks.length === 0) return { answer: 'no', because: why, servable: 0 };
  return {
    answer: 'part',
    because: said(want.totalGrams !== null ? 'grams_of' : 'pieces_of', {
      servable: wanted - missing,
      wanted,
      why,
    }),
    servable: wanted - missing,
  };
}

/** Expected pieces, trims and leftover of taking `fish` fish from an offer for a line. */
export function pickOutcome(
  species: Species,
  offer: Pick<LotOffer, 'fishGrams' | 'perFish'> & {
    lot: Pick<AvailableLot, 'condition' | 'farmed' | 'roe'>;
  },
  want: Pick<Want, 'form' | 'options' | 'pieces' | 'pieceGrams' | 'totalGrams' | 'month'>,
  fish: number,
): {
  inputGrams: number;
  mainGrams: number;
  pieces: number | null;
  overGrams: number;
  trims: [TrimId, number][];
  drip: number;
} {
  const inputGrams = Math.round(offer.fishGrams * fish);
  const cut = expectedCut(cutOf(species, offer.lot, want, offer.fishGrams));
  const grams = expectedGrams(cut, inputGrams);
  const pieces = offer.perFish === null ? null : offer.perFish * fish;
  return {
    inputGrams,
    mainGrams: grams.main,
    pieces,
    overGrams: Math.max(0, grams.main - wantedGrams(want)),
    trims: grams.trims,
    drip: grams.drip,
  };
}
