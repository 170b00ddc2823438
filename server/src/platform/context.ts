import type { Role } from '@ember-slate/contract';
import { tradingDay } from '@ember-slate/core/calendar';
import type { UnitSystem } from '@ember-slate/core/units';
import type { Tx } from './db.ts';
import type { Kept } from './kept.ts';
import type { ReadSettings } from './settings.ts';

export interface Actor {
  id: number;
  name: string;
  role: Role;
}

/** Where a job stands, for whoever asked for it. */
export interface JobState {
  done: boolean;
  why: string | null;
}

/** What every service works with: the transaction, who asks, when, and the shop's settings. */
export interface Work {
  tx: Tx;
  actor: Actor;
  now: Date;
  settings: ReadSettings;
  /** What the asking screen shows weights in: refusals speak its language. */
  units: UnitSystem;
  /** What this process keeps at hand. */
  kept: Kept;
  /**
   * Has a job done once the change is committed, before its answer goes out; `tell` puts into the answer how it went.
   */
  afterwards: (jobId: number, tell?: (state: JobState) => object) => void;
}

/** Work that no request asked for: nothing is left to be done after it, and weights are metric. */
export const quietly = (work: Omit<Work, 'units' | 'afterwards'>): Work => ({
  ...work,
  units: 'metric',
  afterwards: () => undefined,
});

/** The trading day of this piece of work. */
export const today = (work: Work): string => tradingDay(work.now, work.settings);
