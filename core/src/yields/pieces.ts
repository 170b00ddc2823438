import type { Form } from '../forms/index.ts';
import { filletsPerFish, isPiece, type ArrivalCondition, type Species } from '../species/index.ts';

/** Fillets of this form from one fish: a cross-cut leaves two quarters joined. */
const filletsOf = (species: Pick<Species, 'bodyPlan'>, form: Form): number =>
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
