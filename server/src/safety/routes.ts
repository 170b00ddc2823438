import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import type { Handlers } from '../platform/handlers.ts';
import type { Work } from '../platform/context.ts';
import { rows, run } from '../platform/db.ts';
import { fieldProblem, problems } from '../platform/problem.ts';

/** Knives one bench may name, and how long accidents are shown, days. */
const mostKnives = 60;
const shownDays = 730;
const oldestDays = 60;

async function knives(work: Work): Promise<AnswerOf<typeof contract.safety.knives>> {
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

async function sharpen(work: Work, body: BodyOf<typeof contract.safety.sharpen>): Promise<{ id: number }> {
  const others = await rows(work.tx, 'SELECT DISTINCT knife FROM knife_care WHERE knife <> ? LIMIT ?', [
    body.knife,
    mostKnives,
  ]);
  if (others.length >= mostKnives) throw problems.conflict(`${mostKnives} knives are enough for one bench`);
  const made = await run(work.tx, 'INSERT INTO knife_care (knife, did, at, staff_id) VALUES (?, ?, ?, ?)', [
    body.knife,
    body.did,
    work.now,
    work.actor.id,
  ]);
  return { id: made.insertId };
}

/** Who was hurt is nobody's business but theirs who noted it and the manager's. */
async function accidents(work: Work): Promise<AnswerOf<typeof contract.safety.accidents>> {
  const all = work.actor.role === 'manager';
  const found = await rows<
    Omit<AnswerOf<typeof contract.safety.accidents>[number], 'at' | 'notedAt'> & { at: Date; notedAt: Date }
  >(
    work.tx,
    `SELECT a.id, a.at, a.kind, a.who, a.what, a.first_aid AS firstAid, p.name AS notedBy, a.noted_at AS notedAt
     FROM accident a JOIN staff p ON p.id = a.noted_by
     WHERE a.at > ? ${all ? '' : 'AND a.noted_by = ?'} ORDER BY a.at DESC, a.id DESC LIMIT 500`,
    [new Date(work.now.getTime() - shownDays * 86_400_000), ...(all ? [] : [work.actor.id])],
  );
  return found.map((a) => ({ ...a, at: a.at.toISOString(), notedAt: a.notedAt.toISOString() }));
}

async function noteAccident(
  work: Work,
  body: BodyOf<typeof contract.safety.noteAccident>,
): Promise<{ id: number }> {
  const at = new Date(body.at);
  const ago = work.now.getTime() - at.getTime();
  if (ago < -60_000) throw fieldProblem('at', 'That is in the future: check the time');
  if (ago > oldestDays * 86_400_000) throw fieldProblem('at', 'More than 60 days ago: check the date');
  const made = await run(
    work.tx,
    'INSERT INTO accident (at, kind, who, what, first_aid, noted_by, noted_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [at, body.kind, body.who, body.what, body.firstAid, work.actor.id, work.now],
  );
  return { id: made.insertId };
}

export const safety: Handlers<typeof contract.safety> = {
  knives: (work) => knives(work),
  sharpen: (work, { body }) => sharpen(work, body),
  accidents: (work) => accidents(work),
  noteAccident: (work, { body }) => noteAccident(work, body),
};
