import type { Work } from '../context.ts';
import { row, run } from '../db.ts';

/** The customer of that name, made when new; a phone number given is kept. */
export async function customerId(work: Work, name: string, phone: string): Promise<number> {
  await run(
    work.tx,
    "INSERT INTO customer (name, phone) VALUES (?, ?) ON DUPLICATE KEY UPDATE version = version + (VALUES(phone) NOT IN ('', phone)), phone = IF(VALUES(phone) = '', phone, VALUES(phone))",
    [name, phone],
  );
  return (await row<{ id: number }>(work.tx, 'SELECT id FROM customer WHERE name = ?', [name]))!.id;
}
