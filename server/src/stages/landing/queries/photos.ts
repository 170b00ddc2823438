import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Reader } from '../../../platform/context.ts';
import { row, rows } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { say } from '../say.ts';

export async function listPhotos(
  work: Reader,
  lotId: number,
): Promise<AnswerOf<typeof contract.landing.photos>> {
  if (!(await row(work.tx, 'SELECT id FROM lot WHERE id = ?', [lotId])))
    throw problems.notFound(say('no_such_lot'));
  const found = await rows<{ id: number; width: number; height: number; at: Date; by: string }>(
    work.tx,
    'SELECT f.id, f.width, f.height, f.taken_at AS at, p.name AS `by` FROM photo f JOIN staff p ON p.id = f.taken_by WHERE f.lot_id = ? ORDER BY f.id',
    [lotId],
  );
  return found.map((p) => ({ ...p, at: p.at.toISOString() }));
}

export async function onePhoto(
  work: Reader,
  id: number,
): Promise<{ name: string; type: string; bytes: Buffer }> {
  const photo = await row<{ bytes: Buffer }>(work.tx, 'SELECT bytes FROM photo WHERE id = ?', [id]);
  if (!photo) throw problems.notFound(say('no_such_photo'));
  return { name: `photo-${id}.jpg`, type: 'image/jpeg', bytes: photo.bytes };
}
