import type { ScaleReading } from './protocol.ts';

/** Capacity and graduation of the simulated scale, grams. */
const capacity = 15_000;
const graduation = 1;

/**
 * The physics of the simulated pan, one `tick` a reading: a load settles exponentially and rings a little, noise
 * rides on it, and the steady flag comes up when the last readings lie within two grams of each other.
 */
export class Pan {
  private gross = 0;
  private shown = 0;
  private swing = 0;
  private zero = 0;
  private tareAt = 0;
  private recent: number[] = [];
  private seq = 0;
  private noise = 0;
  private creep = 0;
  private crept = 0;

  /** `random` gives numbers in [0, 1); passed in so that a run can be repeated. */
  constructor(private readonly random: () => number) {}

  put(grams: number): void {
    this.swing += (grams - this.gross) * 0.12;
    this.gross = grams;
    this.recent = [];
  }

  /** Takes what lies there as the tub; refused while the pan swings, as a real scale does. */
  tare(): void {
    if (this.isSteady()) this.tareAt = Math.max(0, Math.round(this.shown + this.crept - this.zero));
  }

  /** How far readings jump, grams: a fan over the pan, a wet cable. */
  setNoise(grams: number): void {
    this.noise = grams;
  }

  /** How fast the zero creeps, grams a minute: a cold scale warming up. */
  setDrift(gramsPerMinute: number): void {
    this.creep = gramsPerMinute / 600;
  }

  /** Makes an almost empty pan read nothing; a load of more than 2 % of capacity is not zeroed away. */
  setZero(): void {
    if (this.isSteady() && Math.abs(this.shown) <= capacity * 0.02) this.zero = this.shown + this.crept;
    this.tareAt = 0;
  }

  private isSteady(): boolean {
    return this.recent.length >= 5 && Math.max(...this.recent) - Math.min(...this.recent) <= 2;
  }

  tick(): ScaleReading {
    this.seq += 1;
    this.shown += (this.gross - this.shown) * 0.65;
    this.swing *= -0.45;
    if (Math.abs(this.gross - this.shown) < 0.5) this.shown = this.gross;
    this.crept += this.creep;
    const flicker = this.random() < 0.04 ? (this.random() - 0.5) * 2 : 0;
    const noise = flicker + (this.random() - 0.5) * 2 * this.noise;
    const read =
      Math.round((this.shown + this.swing + noise + this.crept - this.zero) / graduation) * graduation;
    this.recent = [...this.recent, read].slice(-5);
    const overload = read > capacity;
    return {
      seq: this.seq,
      grams: read - this.tareAt,
      tare: this.tareAt,
      state: overload ? 'overload' : this.isSteady() ? 'steady' : 'settling',
    };
  }
}
