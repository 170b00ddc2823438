import type { Form } from './form.ts';
import { filletsPerFish, isPiece, type ArrivalCondition, type Species } from '../species/index.ts';

/** Fillets of this form from one fish: a cross-cut leaves two quarters joined. */
export const filletsOf = (species: Pick<Species, 'bodyPlan'>, form: Form): number =>
  form.does.includes('cross') ? 2 : filletsPerFish(species);

/**
 * Pieces of about `pieceGrams` that one fish gives in this form. Fillets come by the fillet and may be portioned when
 * each holds two or more; forms cut by weight as often as they go in; whole forms and joints are one a fish. A piece
 * up to 15 % light counts. A side, fillet or loin as landed is one.
 */
export function piecesPerFish(
  species: Pick<Species, 'bodyPlan'>,
  form: Form,
  mainGrams: number,
  pieceGrams: number,
  condition: ArrivalCondition = 'whole',
): number {
  const lightest = pieceGrams * 0.85;
  if (form.count === 'weight') return Math.floor(mainGrams / lightest);
  if (form.count === 'fillet') {
    const fillets = isPiece(condition) ? 1 : filletsOf(species, form);
    return fillets * Math.floor(mainGrams / fillets / lightest);
  }
  return mainGrams >= lightest ? 1 : 0;
}

/**
 * What one fish or piece is proposed to become, before anybody says: pieces of the form's usual weight, or where it
 * gives none so heavy, the pieces it does give, in grams rounded down to ten.
 */
export function usualPieces(
  species: Pick<Species, 'bodyPlan'>,
  form: Form,
  mainGrams: number,
  condition: ArrivalCondition = 'whole',
): { pieces: number; grams: number } {
  const usual = piecesPerFish(species, form, mainGrams, form.pieceG, condition);
  if (usual > 0) return { pieces: usual, grams: form.pieceG };
  const pieces = form.count === 'fillet' && !isPiece(condition) ? filletsOf(species, form) : 1;
  const grams = mainGrams / pieces;
  return { pieces, grams: grams < 20 ? Math.max(1, Math.floor(grams)) : Math.floor(grams / 10) * 10 };
}
