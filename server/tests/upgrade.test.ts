import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise';
import Postgrator from 'postgrator';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { databaseNamed } from '../src/platform/db.ts';
import { wipe } from '../src/launch/prepare.ts';
import { migrate } from '../src/platform/migrate.ts';

/** A shop as it stood before tickets could cut several forms: what it holds must come through. */
describe('a shop from before', () => {
  const url = databaseNamed(inject('databaseUrl'), `ember_slate_upgrade_${process.pid}`);
  let db: Connection;

  beforeAll(async () => {
    const outside = await createConnection({ uri: inject('databaseUrl') });
    await outside.query(`CREATE DATABASE IF NOT EXISTS \`${new URL(url).pathname.slice(1)}\``);
    await outside.end();
    await wipe(url);
    db = await createConnection({ uri: url, multipleStatements: true, timezone: 'Z' });
    await new Postgrator({
      driver: 'mysql',
      database: new URL(url).pathname.slice(1),
      migrationPattern: new URL('../migrations/*.sql', import.meta.url).pathname,
      execQuery: async (sql) => ({ rows: (await db.query(sql))[0] as never[] }),
    }).migrate('004');
    await db.query(`
      INSERT INTO staff (id, name, role, pin_hash, demo_pin) VALUES (1, 'Bram', 'bench', 'x', FALSE);
      INSERT INTO species (id, name, names, scientific_name, body_plan, body_row, eu_group, fat, arrives, min_g, typical_g, max_g, lw_a, lw_b,
        gutted, headed_gutted, fillet_skin_on, fillet_skinless, ice_days, histamine, parasites, reef_toxin, scales, frame_stock, marks, look_alikes)
        VALUES ('hake', 'Hake', '', 'M', 'elongate', 'hake', 'white', 'lean', 'gutted', 500, 2500, 8000, 0.005, 3.1, 0.9, 0.7, 0.5, 0.45, 11, FALSE, 'yes', FALSE, 'light', 'good', '', '');
      INSERT INTO supplier (id, name) VALUES (1, 'B');
      INSERT INTO delivery (id, supplier_id, arrived_at, landed_on, ice, note_ref, remarks, recorded_by) VALUES (1, 1, NOW(3), '2026-11-20', 'buried', '', '', 1);
      INSERT INTO lot (id, code, delivery_id, species_id, landed_on, arrival_condition, pieces, grams, weight_source, price_per_kg, production, area, remarks)
        VALUES (1, '261120-H1', 1, 'hake', '2026-11-20', 'gutted', 9, 20000, 'measured', 900, 'caught', '27', '');
      INSERT INTO customer (id, name, phone) VALUES (1, 'Pell', '');
      INSERT INTO customer_order (id, number, customer_id, due_at, remarks, taken_by, taken_at) VALUES (1, 1, 1, '2026-11-21 10:00:00', '', 1, NOW(3));
      INSERT INTO order_line (id, order_id, species_id, form, pieces, piece_grams, total_grams, intended_use, state) VALUES
        (1, 1, 'hake', 'steaks', 4, 200, NULL, 'grill', 'ready'), (2, 1, 'hake', 'fillet_skin_on', NULL, NULL, 900, 'fry', 'cutting'), (3, 1, 'hake', 'boneless_joint', 1, 600, NULL, 'grill', 'planned');
      INSERT INTO ticket (id, number, line_id, state, step, sweep_by, sweep_at, sweep_bones, closed_by, closed_at, closed_on) VALUES
        (1, 1, 1, 'closed', 9, NULL, NULL, NULL, 1, NOW(3), '2026-11-20'), (2, 2, 2, 'cutting', 3, 1, '2026-11-20 09:00:00', 2, NULL, NULL, NULL), (3, 3, 3, 'waiting', 0, NULL, NULL, NULL, NULL, NULL, NULL);
      INSERT INTO ticket_input (ticket_id, lot_id, pieces, grams, weight_source) VALUES (1, 1, 1, 2300, 'measured'), (2, 1, 1, 2200, 'measured'), (3, 1, 1, NULL, NULL);
      INSERT INTO weigh_out (ticket_id, kind, item, grams, pieces, weight_source, weighed_at, weighed_by) VALUES
        (1, 'order', 'steaks', 810, 4, 'measured', NOW(3), 1), (1, 'trim', 'head', 400, 0, 'measured', NOW(3), 1), (2, 'order', 'fillet_skin_on', 450, 1, 'typed', NOW(3), 1);`);
  });
  afterAll(async () => {
    await db.end();
    await wipe(url);
  });

  it('keeps its tickets, their lines, weights, sweeps and cutters', async () => {
    await migrate(url);
    const all = async (sql: string) =>
      (await db.query<RowDataPacket[]>(sql))[0].map((r): unknown[] => Object.values(r));
    expect(
      await all(
        'SELECT ticket_id, line_id, form, pieces, piece_grams, total_grams FROM ticket_cut ORDER BY line_id',
      ),
    ).toEqual([
      [1, 1, 'steaks', 4, 200, null],
      [2, 2, 'fillet_skin_on', null, null, 900],
      [3, 3, 'boneless_joint', 1, 600, null],
    ]);
    expect(await all('SELECT id, species_id, state, step_id, cutter_id FROM ticket ORDER BY id')).toEqual([
      [1, 'hake', 'closed', 'check', 1],
      [2, 'hake', 'cutting', 'check', null],
      [3, 'hake', 'waiting', 'check', null],
    ]);
    expect(
      await all(
        'SELECT w.grams, c.line_id FROM weigh_out w LEFT JOIN ticket_cut c ON c.id = w.cut_id ORDER BY w.id',
      ),
    ).toEqual([
      [810, 1],
      [400, null],
      [450, 2],
    ]);
    expect(await all('SELECT ticket_id, pass, staff_id, found FROM bone_pass')).toEqual([[2, 2, 1, 2]]);
    expect(await migrate(url)).toBe(0);
  });
});
