import { inWords } from '@ember-slate/words/core';
import type { Act } from '@ember-slate/contract';
import { type Entry, itemName } from '@ember-slate/core/ledger';
import { type ArrivalCondition, shortName } from '@ember-slate/core/species';
import { today, type Reader } from '../../../platform/context.ts';
import { rows } from '../../../platform/db.ts';
import { formsOf } from '../../../platform/settings.ts';

interface EntryRow extends Entry {
  movementId: number;
  kind: Act['kind'];
  at: Date;
  by: string;
  reason: string;
  takenBack: number;
  code: string;
  speciesName: string;
  condition: ArrivalCondition;
}

/** So many acts are shown: a day at a counter has fewer. */
const most = 300;

/** What one row of an act moved: where most of it came from, and where most of it went. */
function lineOf(work: Reader, entries: readonly EntryRow[]): Act['lines'][number] {
  const [first] = entries;
  const out = entries.reduce((a, b) => (b.grams < a.grams ? b : a));
  const into = entries.reduce((a, b) => (b.grams > a.grams ? b : a));
  return {
    name: `${shortName(first!.speciesName)}, ${inWords(itemName(first!.item, first!.condition, formsOf(work.settings)))}`,
    code: first!.code,
    grams: into.grams,
    pieces: Math.max(...entries.map((e) => e.pieces)),
    from: out.account,
    to: into.account,
  };
}

/** What was moved, binned and counted today, the last first; what takes another back is told with that. */
export async function actsToday(work: Reader): Promise<Act[]> {
  const found = await rows<EntryRow>(
    work.tx,
    `SELECT m.id AS movementId, m.kind, m.at, p.name AS \`by\`, m.reason, u.id IS NOT NULL AS takenBack, e.account, e.lot_id AS lotId, e.item,
       e.batch, e.grams, e.pieces, l.code, s.name AS speciesName, l.arrival_condition AS \`condition\`
     FROM (SELECT id FROM movement WHERE trading_day = ? AND kind IN ('move', 'discard', 'count') AND undoes IS NULL ORDER BY id DESC LIMIT ${most}) AS t
     JOIN movement m ON m.id = t.id JOIN staff p ON p.id = m.staff_id JOIN entry e ON e.movement_id = m.id
     JOIN lot l ON l.id = e.lot_id JOIN species s ON s.id = l.species_id LEFT JOIN movement u ON u.undoes = m.id
     ORDER BY m.id DESC, e.id`,
    [today(work)],
  );
  const acts = new Map<number, Map<string, EntryRow[]>>();
  for (const e of found) {
    const act = acts.get(e.movementId) ?? new Map<string, EntryRow[]>();
    const key = `${e.lotId} ${e.item} ${e.batch}`;
    acts.set(e.movementId, act.set(key, [...(act.get(key) ?? []), e]));
  }
  return [...acts.values()].map((act) => {
    const lines = [...act.values()];
    const { movementId, kind, at, by, reason, takenBack } = lines[0]![0]!;
    return {
      id: movementId,
      kind,
      at: at.toISOString(),
      by,
      reason,
      takenBack: takenBack === 1,
      lines: lines.map((entries) => lineOf(work, entries)),
    };
  });
}
