/** A shortfall of more than this share of what was asked for is named (our choice). */
const namedShort = 0.05;

/** What is missing of a line: pieces where they are counted, else grams. */
export type Short = { pieces: number } | { grams: number };

/**
 * What `given` lacks of what a line asks for: pieces where pieces are asked for, grams of a total weight where it lacks
 * more than a twentieth. Null where nothing worth naming is missing.
 */
export function shortOf(
  line: { pieces: number | null; totalGrams: number | null },
  given: { grams: number; pieces: number },
): Short | null {
  if (line.pieces !== null) return given.pieces < line.pieces ? { pieces: line.pieces - given.pieces } : null;
  const grams = (line.totalGrams ?? 0) - given.grams;
  return grams > (line.totalGrams ?? 0) * namedShort ? { grams: Math.round(grams) } : null;
}

/** What lies ready of a line and is less than was asked for; null while it is not ready, or where nothing is missing. */
export function shortReady(line: {
  state: string;
  pieces: number | null;
  totalGrams: number | null;
  readyGrams: number;
  readyPieces: number;
}): Short | null {
  return line.state === 'ready' ? shortOf(line, { grams: line.readyGrams, pieces: line.readyPieces }) : null;
}
