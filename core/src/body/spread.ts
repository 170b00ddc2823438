/** How far pieces come out off their marks: one standard deviation as a share of the weight. */
export interface Spread {
  /** What one fish is off the body model by: all its pieces alike. */
  fish: number;
  /** What each cut adds of its own. */
  cut: number;
}

/** One piece is right to 10 to 15 % (common practice); how that is shared out between fish and cut is our choice. */
export const usualSpread: Spread = { fish: 0.07, cut: 0.08 };

/** Tickets that the usual spread counts as beside a shop's own (our choice). */
const usualTickets = 20;

/**
 * The spread of a shop's own cutting out of weights over what was aimed at, ticket by ticket: within a ticket the cuts,
 * between tickets the fish (one-way analysis of variance; Searle, Casella, McCulloch, Variance Components, 1992), drawn
 * toward the usual one while there are few. Ratios beyond a half either way are mistakes of the scale and left out.
 */
export function learnedSpread(tickets: readonly (readonly number[])[]): Spread {
  const sane = tickets.map((t) => t.filter((r) => r > 0.5 && r < 1.5)).filter((t) => t.length > 1);
  if (sane.length === 0) return usualSpread;
  const mean = (xs: readonly number[]) => xs.reduce((s, x) => s + x, 0) / xs.length;
  const n = sane.reduce((s, t) => s + t.length, 0);
  const all = mean(sane.flat());
  const within = sane.reduce((s, t) => s + t.reduce((u, r) => u + (r - mean(t)) ** 2, 0), 0);
  const between = sane.reduce((s, t) => s + t.length * (mean(t) - all) ** 2, 0);
  const cutDegrees = n - sane.length;
  const fishDegrees = sane.length - 1;
  const cutSquare = within / cutDegrees;
  const perTicket =
    fishDegrees === 0 ? 1 : (n - sane.reduce((s, t) => s + t.length ** 2, 0) / n) / fishDegrees;
  const fishSquare = fishDegrees === 0 ? 0 : Math.max(0, (between / fishDegrees - cutSquare) / perTicket);
  const drawn = (usual: number, square: number, degrees: number) =>
    Math.sqrt((usualTickets * usual ** 2 + degrees * square) / (usualTickets + degrees));
  return {
    fish: drawn(usualSpread.fish, fishSquare, fishDegrees),
    cut: drawn(usualSpread.cut, cutSquare, cutDegrees),
  };
}
