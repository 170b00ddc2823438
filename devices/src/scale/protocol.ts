/**
 * The bench scale's line protocol, plain ASCII over TCP, one line each way:
 *
 *   scale → host   `W <seq> <net grams> <tare grams> <S|U|O>`   ten times a second; S steady, U unsteady, O overload
 *   host → scale   `TARE` · `ZERO` · and, on the simulated scale only, `PUT <gross grams>` (0 lifts everything off),
 *                  `NOISE <grams>` how far readings jump, `DRIFT <grams a minute>` how the zero creeps,
 *                  `UNPLUG <seconds>` the cable comes out and goes back in
 */
export interface ScaleReading {
  grams: number;
  tare: number;
  state: 'steady' | 'settling' | 'overload';
  seq: number;
}

const states = { S: 'steady', U: 'settling', O: 'overload' } as const;

export const formatLine = (r: ScaleReading): string =>
  `W ${r.seq} ${r.grams} ${r.tare} ${r.state === 'steady' ? 'S' : r.state === 'settling' ? 'U' : 'O'}`;

/** A reading, or null for a line that is none: noise on the wire is skipped, never guessed at. */
export function parseLine(line: string): ScaleReading | null {
  const match = /^W (\d{1,12}) (-?\d{1,6}) (\d{1,6}) ([SUO])\r?$/.exec(line);
  if (!match) return null;
  const [, seq, grams, tare, state] = match as unknown as [
    string,
    string,
    string,
    string,
    keyof typeof states,
  ];
  return { seq: Number(seq), grams: Number(grams), tare: Number(tare), state: states[state] };
}
