import { dayMs } from '@ember-slate/core/calendar';
import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Reader, Work } from '../../platform/context.ts';
import { rows } from '../../platform/db.ts';

const shownDays = 730;

export async function knives(work: Reader): Promise<AnswerOf<typeof contract.safety.knives>> {
  const last = await rows<{ knife: string; did: 'steel' | 'stone'; at: Date; by: string }>(
    work.tx,
    `SELECT k.knife, k.did, k.at, p.name AS \`by\` FROM knife_care k JOIN staff p ON p.id = k.staff_id
     WHERE k.id = (SELECT MAX(x.id) FROM knife_care x WHERE x.knife = k.knife AND x.did = k.did) ORDER BY k.knife`,
  );
  const names = [...new Set(last.map((l) => l.knife))];
  const of = (knife: string, did: 'steel' | 'stone') => {
    const found = last.find((l) => l.knife === knife && l.did === did);
    return found ? { at: found.at.toISOString(), by: found.by } : null;
  };
  const waits = (k: AnswerOf<typeof contract.safety.knives>[number]) =>
    Math.max(...[k.steel, k.stone].map((s) => (s ? Date.parse(s.at) : 0)));
  return names
    .map((knife) => ({ knife, steel: of(knife, 'steel'), stone: of(knife, 'stone') }))
    .sort((a, b) => waits(a) - waits(b));
}

/** Who was hurt is nobody's business but theirs who noted it and the manager's. */
export async function accidents(
  work: Reader & Pick<Work, 'actor'>,
): Promise<AnswerOf<typeof contract.safety.accidents>> {
  const all = work.actor.role === 'manager';
  const found = await rows<
    Omit<AnswerOf<typeof contract.safety.accidents>[number], 'at' | 'notedAt'> & { at: Date; notedAt: Date }
  >(
    work.tx,
    `SELECT a.id, a.at, a.kind, a.who, a.what, a.first_aid AS firstAid, p.name AS notedBy, a.noted_at AS notedAt
     FROM accident a JOIN staff p ON p.id = a.noted_by
     WHERE a.at > ? ${all ? '' : 'AND a.noted_by = ?'} ORDER BY a.at DESC, a.id DESC LIMIT 500`,
    [new Date(work.now.getTime() - shownDays * dayMs), ...(all ? [] : [work.actor.id])],
  );
  return found.map((a) => ({ ...a, at: a.at.toISOString(), notedAt: a.notedAt.toISOString() }));
}
