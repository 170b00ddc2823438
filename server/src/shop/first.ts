import { inWords } from '@ember-slate/words/core';
import { remembered } from '../platform/kept.ts';
import type { FirstRow } from '@ember-slate/contract';
import { longestGapMs, warmC } from '@ember-slate/core/coldchain';
import { landedPace } from '@ember-slate/core/freshness';
import { itemName } from '@ember-slate/core/ledger';
import type { Species } from '@ember-slate/core/species';
import { trimOf } from '@ember-slate/core/yields';
import { today, type Reader } from '../platform/context.ts';
import { formsOf } from '../platform/settings.ts';
import { clocksOf, type RowState } from './clocks.ts';
import { lotsInShop, type LotWithGrade } from './lots.ts';
import { stockRows } from './onHand.ts';
import { speciesById } from './species.ts';
import { say } from './say.ts';

/** Whether the histamine account of a row refuses it: full, and no test has cleared the lot. */
export const histamineFull = (
  lot: Pick<LotWithGrade, 'histamineClearance'>,
  state: RowState | null,
): boolean => state?.histamine?.state === 'full' && lot.histamineClearance === null;

/**
 * Where a row stands in the list of what to use first, and why: 0 someone must decide, 1 it ends today, 2 the grade
 * says today, 3 by its last day, fish with its guts in before the others of that day, 4 frozen. Order is common
 * practice: first expired first.
 */
export function firstRank(
  work: Reader,
  species: Species,
  lot: LotWithGrade,
  item: string,
  state: RowState | null,
): { rank: number; reason: string } {
  const account = state?.histamine;
  if (lot.verdict === null) return { rank: 0, reason: say('not_graded_yet') };
  if (lot.verdict === 'reject') return { rank: 0, reason: say('rejected_send_it_back_or_bin_it') };
  if (lot.verdict === 'hold') return { rank: 0, reason: say('on_hold_until_someone_decides') };
  if (histamineFull(lot, state))
    return {
      rank: 0,
      reason: say('histamine_account_full_of_h_above', {
        hours: account!.hours.toFixed(1),
        limitHours: account!.limitHours,
        warmC,
      }),
    };
  if (state?.clock.frozenAt) return { rank: 4, reason: say('frozen_its_clock_stands') };
  if (state?.sellBy === null)
    return {
      rank: 1,
      reason:
        lot.verdict === 'use_today' && state.life
          ? say('graded_for_use_on_its_day_alone')
          : say('past_its_life_bin_it_or_use_it_in'),
    };
  if (state?.clock.thawedAt) return { rank: 1, reason: say('thawed_two_days_at_most_never') };
  if (lot.verdict === 'use_today') return { rank: 1, reason: say('graded_for_use_today') };
  if (state?.sellBy === today(work)) return { rank: 1, reason: say('its_last_trading_day_is_today') };
  if (account?.state === 'half')
    return {
      rank: 2,
      reason: say('histamine_account_half_used_of_h', {
        hours: account.hours.toFixed(1),
        limitHours: account.limitHours,
        warmC,
      }),
    };
  const left = say('days_left', { left: (state?.life?.left ?? 0).toFixed(1) });
  if (item === 'whole' && lot.condition === 'whole')
    return {
      rank: 3,
      reason: say('guts_in_its_clock_runs_times_as', {
        left,
        species: landedPace(species, lot.condition).toFixed(1),
      }),
    };
  return { rank: 3, reason: left };
}

/** What to use first: what needs a decision, then what ends first, each with its reason. */
export const whatFirst = remembered(async (work: Reader): Promise<FirstRow[]> => {
  const book = await speciesById(work.tx);
  const lots = await lotsInShop(work.tx);
  const byId = new Map(lots.map((l) => [l.id, l]));
  const clocks = await clocksOf(work, lots, book);
  const names = new Map(clocks.places.map((p) => [p.account, p.name]));
  const ranked = (await stockRows(work.tx))
    .filter((r) => r.grams > 0 && trimOf(r.item) === null)
    .map((r) => {
      const lot = byId.get(r.lotId)!;
      const species = book.get(lot.speciesId)!;
      const state = clocks.row(r.lotId, r.account, r.item, r.batch);
      const { rank, reason } = firstRank(work, species, lot, r.item, state);
      return {
        rank,
        ends: state?.sellBy ?? '',
        gutsOut: Number(!(r.item === 'whole' && lot.condition === 'whole')),
        cautious: state?.life?.cautiousLeft ?? 0,
        row: {
          lotId: lot.id,
          code: lot.code,
          speciesName: species.name,
          itemName: itemName(r.item, lot.condition, formsOf(work.settings)),
          placeName: names.get(r.account)!,
          grams: r.grams,
          pieces: r.pieces,
          daysLeft: state?.life?.left ?? null,
          sellBy: state?.sellBy ?? null,
          assumed: (state?.clock.assumedMs ?? 0) > longestGapMs,
          decide: rank === 0,
          reason,
        },
      };
    });
  return inWords(
    ranked
      .sort(
        (a, b) =>
          a.rank - b.rank ||
          a.ends.localeCompare(b.ends) ||
          a.gutsOut - b.gutsOut ||
          a.cautious - b.cautious ||
          a.row.lotId - b.row.lotId,
      )
      .map((r) => r.row),
  );
});
