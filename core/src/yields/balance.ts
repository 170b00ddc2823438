/** One ticket's weights in grams. Water gained at the rinse is positive, drip is water lost. */
export interface TicketWeights {
  input: number;
  outputs: number;
  trims: number;
  waste: number;
  drip: number;
  waterGained: number;
}

export interface MassBalance {
  /** Input less everything accounted for; negative when more came out than went in. */
  unaccounted: number;
  /** What is allowed without a reason: the greater of 1.5 % of the input and 10 g (our choice). */
  allowed: number;
  closes: boolean;
}

/** input + water gained = outputs + trims + waste + drip + unaccounted. */
export function massBalance(w: TicketWeights): MassBalance {
  const unaccounted = w.input + w.waterGained - w.outputs - w.trims - w.waste - w.drip;
  const allowed = Math.max(Math.round(w.input * 0.015), 10);
  return { unaccounted, allowed, closes: Math.abs(unaccounted) <= allowed };
}
