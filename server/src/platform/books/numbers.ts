import { row, run, type Tx } from '../db.ts';

/** The next running number of a name, counted under a row lock so that none is given twice. */
export async function nextNumber(tx: Tx, name: string): Promise<number> {
  await run(
    tx,
    'INSERT INTO counter_number (name, last_number) VALUES (?, 1) ON DUPLICATE KEY UPDATE last_number = last_number + 1',
    [name],
  );
  return (await row<{ last_number: number }>(tx, 'SELECT last_number FROM counter_number WHERE name = ?', [
    name,
  ]))!.last_number;
}
