/** What each simulated place is kept at, and how much its door and defrosting move it, degrees C. */
const rooms: Record<string, { mean: number; day: number; cycle: number; noise: number }> = {
  'cold-room': { mean: 0.6, day: 0.5, cycle: 0.3, noise: 0.2 },
  slab: { mean: 1.1, day: 0.9, cycle: 0.2, noise: 0.3 },
  display: { mean: 1.6, day: 0.8, cycle: 0.4, noise: 0.3 },
  freezer: { mean: -21.3, day: 0.3, cycle: 0.9, noise: 0.3 },
  van: { mean: 2.1, day: 0.8, cycle: 0.5, noise: 0.5 },
  'order-shelf': { mean: 1.2, day: 0.6, cycle: 0.3, noise: 0.2 },
};
export const sensors: readonly string[] = Object.keys(rooms);
/** Minutes between readings. */
export const everyMinutes = 5;

/** A number in [-1, 1) that depends on nothing but its seed. */
function hash(seed: number): number {
  let x = Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b);
  x = Math.imul(x ^ (x >>> 13), 0xc2b2ae35);
  return ((x ^ (x >>> 16)) >>> 0) / 2 ** 31 - 1;
}

/**
 * What a simulated sensor reads at an instant, tenths of a degree: warmer while the shop is open, a compressor's
 * cycle, a little noise. The same instant always reads the same, so a sensor can be asked for what it read before.
 */
export function tenthsAt(sensor: string, at: Date): number {
  const room = rooms[sensor]!;
  const minutes = at.getTime() / 60_000;
  const hour = (minutes / 60) % 24;
  const open = hour > 5 && hour < 19 ? Math.sin(((hour - 5) / 14) * Math.PI) : 0;
  const index = sensors.indexOf(sensor) + 1;
  const cycle = Math.sin((minutes / (35 + index * 3)) * 2 * Math.PI);
  const celsius =
    room.mean + room.day * open + room.cycle * cycle + room.noise * hash(Math.floor(minutes) * 31 + index);
  return Math.round(celsius * 10);
}
