import type { Role } from '@ember-slate/contract';
import { tradingDay } from '@ember-slate/core/calendar';
import type { UnitSystem } from '@ember-slate/core/units';
import type { Tx } from './db.ts';
import type { Revision } from './feed.ts';
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
   * The revision of the records this is read at (`kept.ts`); null inside a change, which sees more than others do.
   */
  revision: Revision | null;
  /**
   * Has a job done once the change is committed, before its answer goes out; `tell` puts into the answer how it went.
   */
  afterwards: (jobId: number, tell?: (state: JobState) => object) => void;
}

/**
 * What a question about the shop may depend on: the records, the time, the shop's settings and what this process keeps
 * at hand; never who asks.
 */
export type Reader = Pick<Work, 'tx' | 'now' | 'settings' | 'kept' | 'revision'>;

/** Work that no request asked for: nothing is left to be done after it, and weights are metric. */
export const quietly = (work: Omit<Work, 'units' | 'afterwards' | 'revision'>): Work => ({
  ...work,
  units: 'metric',
  revision: null,
  afterwards: () => undefined,
});

/** The trading day of this piece of work. */
export const today = (work: Pick<Work, 'now' | 'settings'>): string => tradingDay(work.now, work.settings);
