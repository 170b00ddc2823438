/** A small seeded generator (mulberry32): the same sample shop each time. */
export class Random {
  constructor(private state: number) {}

  next = (): number => {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };

  /** A whole number from `low` to `high`, both included. */
  whole = (low: number, high: number): number => low + Math.floor(this.next() * (high - low + 1));

  /** About normal: the sum of twelve uniforms less six. */
  normal = (): number => Array.from({ length: 12 }, this.next).reduce((a, b) => a + b, -6);

  pick = <T>(from: readonly T[]): T => from[Math.floor(this.next() * from.length)]!;
}
