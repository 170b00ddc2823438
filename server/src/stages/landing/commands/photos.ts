import type { Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { fieldProblem, ProblemError, problems } from '../../../platform/problem.ts';
import { say } from '../say.ts';

/** The longer side of a kept photo, pixels. */
const longSide = 1600;
const mostPhotos = 12;

/** Photos that may wait to be read at once, and how long reading one may take, s. */
const mostWaiting = 8;
const readSeconds = 10;

const startsWith = (bytes: Buffer, at: number, text: string) =>
  bytes.subarray(at, at + text.length).equals(Buffer.from(text, 'latin1'));

/** JPEG, PNG or WebP by its first bytes, whatever it is called. Source: the three formats' own signatures. */
const isPhoto = (bytes: Buffer): boolean =>
  startsWith(bytes, 0, '\xff\xd8\xff') ||
  startsWith(bytes, 0, '\x89PNG\r\n\x1a\n') ||
  (startsWith(bytes, 0, 'RIFF') && startsWith(bytes, 8, 'WEBP'));

let waiting = 0;
let before: Promise<unknown> = Promise.resolve();

/** One photo is read at a time, on one thread: PINs are checked on the others. */
function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (waiting >= mostWaiting) throw problems.busy(say('many_photos_arrive_at_once_send_it'));
  waiting++;
  const turn = before.then(work).finally(() => waiting--);
  before = turn.catch(() => undefined);
  return turn;
}

/**
 * Re-encodes what a camera sent: turned upright, at most 1600 pixels, JPEG, without place, time or device in it.
 * Anything that is no picture is refused.
 */
export async function encodePhoto(sent: Buffer): Promise<{ bytes: Buffer; width: number; height: number }> {
  const refused = fieldProblem('photo', say('that_is_no_picture_this_shop_can'));
  if (!isPhoto(sent)) throw refused;
  return inTurn(() => reEncode(sent)).catch((error: unknown) => {
    throw error instanceof ProblemError ? error : refused;
  });
}

async function reEncode(sent: Buffer) {
  // Loaded with the first photo: a start need not wait for it.
  const { default: sharp } = await import('sharp');
  sharp.concurrency(1);
  const { data, info } = await sharp(sent, { limitInputPixels: 60_000_000, failOn: 'error' })
    .timeout({ seconds: readSeconds })
    .rotate()
    .resize({ width: longSide, height: longSide, fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality: 80 })
    .toBuffer({ resolveWithObject: true });
  return { bytes: data, width: info.width, height: info.height };
}

export async function addPhoto(
  work: Work,
  lotId: number,
  photo: Awaited<ReturnType<typeof encodePhoto>>,
): Promise<{ id: number }> {
  const lot = await row<{ id: number }>(work.tx, 'SELECT id FROM lot WHERE id = ? FOR UPDATE', [lotId]);
  if (!lot) throw problems.notFound(say('no_such_lot'));
  const had = await row<{ n: number }>(work.tx, 'SELECT COUNT(*) AS n FROM photo WHERE lot_id = ?', [lotId]);
  if (had!.n >= mostPhotos) throw problems.conflict(say('a_lot_keeps_photos_at_most', { mostPhotos }));
  const made = await run(
    work.tx,
    "INSERT INTO photo (lot_id, width, height, bytes, caption, taken_by, taken_at) VALUES (?, ?, ?, ?, '', ?, ?)",
    [lotId, photo.width, photo.height, photo.bytes, work.actor.id, work.now],
  );
  return { id: made.insertId };
}
