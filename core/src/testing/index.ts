/**
 * A time zone (IANA, Etc/GMT, whose signs are turned round) in which it is between ten and eleven in the morning: the
 * shops of the tests stand there, so that a test has the same day before it whenever it is run.
 */
export function morningZone(now = new Date()): string {
  const east = ((10 - now.getUTCHours() + 35) % 24) - 11;
  return east === 0 ? 'Etc/GMT' : `Etc/GMT${east > 0 ? '-' : '+'}${Math.abs(east)}`;
}

/** A standard normal number out of two even ones (Box, Muller, A note on the generation of random normal deviates, 1958). */
export const normalOf = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
