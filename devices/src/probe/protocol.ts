/**
 * The probe thermometer's line protocol, plain ASCII over TCP:
 *
 *   probe → host   `P <tenths of a degree C>`   once a second while it is on
 *   host → probe   `PUT <tenths>`               on the simulated probe only: what it is stuck into
 */
export const formatProbe = (tenths: number): string => `P ${tenths}`;

/** Tenths of a degree, or null for a line that is none. */
export function parseProbe(line: string): number | null {
  const match = /^P (-?\d{1,4})\r?$/.exec(line);
  return match ? Number(match[1]) : null;
}
