import type { AnswerOf, contract } from '@ember-slate/contract';
import { type Scheme, schemesFor } from '@ember-slate/core/freshness';
import type { ArrivalCondition, Species } from '@ember-slate/core/species';
import type { Reader } from '../../../platform/context.ts';
import { rows, type Tx } from '../../../platform/db.ts';
import { latestSchemes, schemeVersion } from '../../../shop/schemes.ts';

/** The schemes that can judge a lot now, then the versions its grades were made with. */
export async function schemesOfLot(
  tx: Tx,
  species: Species,
  condition: ArrivalCondition,
  grades: readonly { scheme: string; schemeVersion: number }[],
): Promise<Scheme[]> {
  const now = schemesFor(await latestSchemes(tx), species, condition);
  const known = new Set(now.map((s) => `${s.id} ${s.version}`));
  const before: Scheme[] = [];
  for (const g of grades) {
    const key = `${g.scheme} ${g.schemeVersion}`;
    if (known.has(key)) continue;
    known.add(key);
    const scheme = await schemeVersion(tx, g.scheme, g.schemeVersion);
    if (scheme) before.push(scheme);
  }
  return [...now, ...before];
}

export async function listSchemes(work: Reader): Promise<AnswerOf<typeof contract.grading.schemes>> {
  const history = await rows<{ id: string; version: number; note: string; by: string | null; at: Date }>(
    work.tx,
    'SELECT s.id, s.version, s.note, p.name AS `by`, s.made_at AS at FROM scheme s LEFT JOIN staff p ON p.id = s.made_by ORDER BY s.version DESC',
  );
  const counts = await rows<{ scheme: string; n: number }>(
    work.tx,
    'SELECT scheme, COUNT(*) AS n FROM grade GROUP BY scheme',
  );
  return (await latestSchemes(work.tx)).map((s) => {
    const mine = history.filter((h) => h.id === s.id);
    return {
      ...toFace(s),
      shipped: mine.at(-1)?.by === null,
      grades: counts.find((c) => c.scheme === s.id)?.n ?? 0,
      history: mine.map(({ version, note, by, at }) => ({ version, note, by, at: at.toISOString() })),
    };
  });
}

/** A scheme as the contract shows it: lists that can be changed. */
export const toFace = (s: Scheme): AnswerOf<typeof contract.grading.lot>['schemes'][number] =>
  s as AnswerOf<typeof contract.grading.lot>['schemes'][number];
