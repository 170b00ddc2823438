import { row, rows, type Tx } from '@ember-slate/server/platform/db';

/** Columns of the tables a history is written into, in the order rows are given. */
const columns = {
  delivery:
    'id, supplier_id, arrived_at, landed_on, probe_tenths, ice, note_ref, remarks, state, recorded_by',
  lot: 'id, code, delivery_id, species_id, landed_on, arrival_condition, pieces, grams, weight_source, price_per_kg, production, area, gear, caught_on, remarks, grade_id',
  grade:
    'id, lot_id, graded_at, graded_by, scheme, scheme_version, fish, core_tenths, temperature_history, foreign_smell, used_days, half_width, category, advised, verdict, on_day',
  ticket:
    'id, number, species_id, due_at, state, step_id, cutter_id, input_grams, main_grams, expected_yield, norm_minutes, started_at, closed_at, closed_on, closed_by',
  ticket_input: 'ticket_id, lot_id, pieces, grams, weight_source',
  ticket_cut: 'id, ticket_id, form, pieces, piece_grams, total_grams',
  ticket_time: 'ticket_id, step_id, staff_id, seconds',
  yield_point:
    'ticket_id, closed_on, species_id, arrival_condition, form, ribs, pin_bones, supplier_id, cutter_id, fish, input_grams, main_grams, expected, paid_per_kg',
  movement: 'id, kind, at, trading_day, staff_id, reason',
  entry: 'id, movement_id, account, lot_id, item, batch, grams, pieces',
  balance: 'account, lot_id, item, batch, grams, pieces',
  day_loss: 'on_day, species_id, reason, waste, unaccounted',
  sale: 'id, number, movement_id, sold_at, sold_on, staff_id, total, pay',
  sale_line:
    'sale_id, position, lot_id, species_id, item, batch, grams, pieces, weight_source, per_kg, full_per_kg, money, tax_rate, tax, sold_on',
  day_close: 'id, trading_day, closed_at, closed_by, takings, remarks',
  trading_day: 'day, closed, sales',
  day_sold: 'on_day, species_id, item, grams, counter_grams, money',
  day_tax: 'on_day, rate, money, tax',
  reading: 'place_id, at, source, tenths, revision',
} as const;
type Table = keyof typeof columns;

/** Tables whose rows are numbered by the writer, and the running numbers of the shop. */
const numbered = [
  'delivery',
  'lot',
  'grade',
  'ticket',
  'ticket_cut',
  'movement',
  'entry',
  'sale',
  'day_close',
] as const;
const rowsAStatement = 2000;

/** Writes rows into tables in large pieces, in the order keys of others ask for. */
export class Bulk {
  private readonly waiting = new Map<Table, unknown[][]>();
  private readonly counts = new Map<Table, number>();
  private readonly ids = new Map<string, number>();
  private readonly numbers = new Map<string, number>();
  private places: { id: number; setTenths: number; revision: number }[] = [];

  constructor(private readonly tx: Tx) {}

  async begin(): Promise<void> {
    for (const table of numbered)
      this.ids.set(
        table,
        (await row<{ last: number }>(this.tx, `SELECT COALESCE(MAX(id), 0) AS last FROM ${table}`))!.last,
      );
    for (const name of ['ticket', 'sale'])
      this.numbers.set(
        name,
        (
          await row<{ last: number }>(
            this.tx,
            'SELECT last_number AS last FROM counter_number WHERE name = ?',
            [name],
          )
        )?.last ?? 0,
      );
    this.places = await rows(
      this.tx,
      'SELECT id, set_tenths AS setTenths, revision FROM place WHERE sensor IS NOT NULL',
    );
    // A lot names its grade and a grade its lot: the check waits until both are there.
    await this.tx.query('SET SESSION foreign_key_checks = 0, unique_checks = 0');
  }

  id(table: (typeof numbered)[number]): number {
    const next = this.ids.get(table)! + 1;
    this.ids.set(table, next);
    return next;
  }

  number(name: string): number {
    const next = this.numbers.get(name)! + 1;
    this.numbers.set(name, next);
    return next;
  }

  count = (table: Table): number => this.counts.get(table) ?? 0;

  add(table: Table, values: readonly unknown[]): void {
    const list = this.waiting.get(table);
    if (list) list.push([...values]);
    else this.waiting.set(table, [[...values]]);
    this.counts.set(table, this.count(table) + 1);
  }

  async supplier(name: string): Promise<number> {
    await this.tx.query('INSERT INTO supplier (name) VALUES (?) ON DUPLICATE KEY UPDATE name = name', [name]);
    return (await row<{ id: number }>(this.tx, 'SELECT id FROM supplier WHERE name = ?', [name]))!.id;
  }

  /** A reading an hour of every cold place, about its set point. */
  temperatures(midnight: Date, next: Date): void {
    const hours = (next.getTime() - midnight.getTime()) / 3_600_000;
    const seed = midnight.getTime() / 86_400_000;
    for (const p of this.places) {
      p.revision += 1;
      for (let h = 0; h < hours; h++)
        this.add('reading', [
          p.id,
          new Date(midnight.getTime() + h * 3_600_000),
          'simulated',
          p.setTenths + Math.round(3 * Math.sin(seed + h / 3 + p.id)),
          p.revision,
        ]);
    }
  }

  async flush(): Promise<void> {
    for (const [table, list] of this.waiting) {
      for (let i = 0; i < list.length; i += rowsAStatement)
        await this.tx.query(`INSERT INTO ${table} (${columns[table]}) VALUES ?`, [
          list.slice(i, i + rowsAStatement),
        ]);
      list.length = 0;
    }
  }

  /** Gives running numbers and checks back. */
  async end(): Promise<void> {
    for (const [name, last] of this.numbers)
      await this.tx.query(
        'INSERT INTO counter_number (name, last_number) VALUES (?, ?) ON DUPLICATE KEY UPDATE last_number = VALUES(last_number)',
        [name, last],
      );
    for (const p of this.places)
      await this.tx.query('UPDATE place SET revision = ? WHERE id = ?', [p.revision, p.id]);
    await this.tx.query('SET SESSION foreign_key_checks = 1, unique_checks = 1');
  }
}
