import { createHash, randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import { type Connection, createConnection, type RowDataPacket } from 'mysql2/promise';
import Postgrator from 'postgrator';
import { errorCode } from './db.ts';
import { log } from './log.ts';

const folder = new URL('../../migrations/', import.meta.url);
const sqlOf = (name: string) => readFileSync(new URL(name, folder), 'utf8');
const md5 = (text: string) => createHash('md5').update(text, 'utf8').digest('hex');

/**
 * Steps that were run in another wording (of versions 0.2.0 to 0.5.0, and of one between), by the checksum it had. What the
 * edit added is in `mended/`, and does no harm where it is there already. No step is ever edited again: a test holds
 * their checksums.
 */
const earlier: Readonly<Record<number, readonly string[]>> = {
  5: ['ddd7af122753429d1c184bdec64034cd'],
  10: ['027f2b8aef377fedaeb13d288ba9b0fd'],
  11: [
    'b5163ddd522de82eb1933a2b8e92ae15',
    '5fbab1e40d4e0733516e344cd9c5b27b',
    'ed5aa5776d89e90f758f7038836fe847',
  ],
  32: ['d9ce3adebaedf583915528f2f00007a3'],
};

/** Numbered steps by version: file name and checksum. */
export const steps = (): Map<number, { file: string; md5: string }> =>
  new Map(
    readdirSync(folder)
      .filter((f) => f.endsWith('.sql'))
      .map((file) => [Number(file.slice(0, 3)), { file, md5: md5(sqlOf(file)) }]),
  );

/** The statements of a script: each ends with a semicolon at the end of a line. */
const statementsOf = (script: string): string[] =>
  script
    .replace(/^\s*--.*$/gm, '')
    .split(/;[ \t]*$/m)
    .map((s) => s.trim())
    .filter((s) => s !== '');

/** Statements on rows are undone when the power goes; those on tables are done whole or not at all, but stay. */
const isOnRows = (statement: string): boolean => /^(INSERT|UPDATE|DELETE|REPLACE)\b/i.test(statement);

const tableParts = [
  `SELECT table_name, column_name, ordinal_position, column_type, is_nullable, column_default FROM information_schema.columns
       WHERE table_schema = DATABASE() /* of */ ORDER BY 1, 3`,
  `SELECT table_name, index_name, seq_in_index, column_name FROM information_schema.statistics
       WHERE table_schema = DATABASE() /* of */ ORDER BY 1, 2, 3`,
  `SELECT table_name, constraint_name FROM information_schema.table_constraints
       WHERE table_schema = DATABASE() /* of */ ORDER BY 1, 2`,
];
const triggers = `SELECT trigger_name FROM information_schema.triggers WHERE trigger_schema = DATABASE() ORDER BY 1`;
const everyPart = [...tableParts, triggers];

/** Runs scripts statement by statement and notes how far it came, so that one that stopped half-way is gone on with. */
class Runner {
  private readonly me = randomUUID();
  constructor(private readonly db: Connection) {}

  private async ask<T extends object>(sql: string, values: (string | number | null)[] = []): Promise<T[]> {
    return (await this.db.query(sql, values))[0] as T[];
  }

  /** Waits until no other process migrates, and keeps others out. A holder that died lets go after five minutes. */
  async begin(): Promise<void> {
    await this.ask(
      'CREATE TABLE IF NOT EXISTS schema_step (version INT PRIMARY KEY, done INT NOT NULL, shape_before CHAR(32) NULL)',
    );
    await this.ask(
      'CREATE TABLE IF NOT EXISTS schema_holder (id TINYINT PRIMARY KEY, holder CHAR(36) NOT NULL, until_at DATETIME NOT NULL)',
    );
    await this.ask("INSERT IGNORE INTO schema_holder (id, holder, until_at) VALUES (1, '', '2000-01-01')");
    for (let tries = 0; !(await this.hold()); tries++) {
      if (tries > 600)
        throw new Error('Another process is bringing this shop’s records up to date: wait for it');
      await sleep(500);
    }
  }

  private async hold(): Promise<boolean> {
    await this.ask(
      'UPDATE schema_holder SET holder = ?, until_at = UTC_TIMESTAMP() + INTERVAL 5 MINUTE WHERE id = 1 AND (holder = ? OR until_at < UTC_TIMESTAMP())',
      [this.me, this.me],
    );
    const [now] = await this.ask<{ holder: string }>('SELECT holder FROM schema_holder WHERE id = 1');
    return now?.holder === this.me;
  }

  end(): Promise<unknown> {
    return this.ask(
      "UPDATE schema_holder SET holder = '', until_at = '2000-01-01' WHERE id = 1 AND holder = ?",
      [this.me],
    );
  }

  /** Runs what is still to do of a script. `version` names it; mended scripts count below zero. */
  async script(version: number, script: string): Promise<void> {
    const [noted] = await this.ask<{ done: number; before: string | null }>(
      'SELECT done, shape_before AS `before` FROM schema_step WHERE version = ?',
      [version],
    );
    for (const [i, statement] of statementsOf(script).entries()) {
      if (i < (noted?.done ?? 0)) continue;
      await this.hold();
      if (isOnRows(statement)) {
        await this.db.beginTransaction();
        await this.ask(statement);
        await this.note(version, i + 1, null);
        await this.db.commit();
        continue;
      }
      // It was begun before: whether it came through, the tables themselves say.
      const begun = i === noted?.done ? noted.before : null;
      if (begun === null || (await this.isAsItWas(statement, begun))) {
        await this.note(version, i, await this.shape(statement));
        await this.onTables(statement, begun);
      }
      await this.note(version, i + 1, null);
    }
  }

  private note(version: number, done: number, before: string | null): Promise<unknown> {
    return this.ask(
      `INSERT INTO schema_step (version, done, shape_before) VALUES (?, ?, ?)
       ON DUPLICATE KEY UPDATE done = VALUES(done), shape_before = VALUES(shape_before)`,
      [version, done, before],
    );
  }

  /**
   * What a statement is about to change looks like now, as a checksum: the columns, indexes and constraints of its table,
   * or which triggers there are. To read those of all tables takes longer than most steps.
   */
  private async shape(statement: string): Promise<string> {
    if (/^CREATE TABLE/i.test(statement)) return 'made';
    const table = /^(?:ALTER|DROP) TABLE (?:IF (?:NOT )?EXISTS )?`?(\w+)/i.exec(statement)?.[1];
    if (table !== undefined) return this.shapeOf(tableParts, table);
    return this.shapeOf(/ TRIGGER /i.test(statement) ? [triggers] : everyPart);
  }

  private async shapeOf(parts: readonly string[], table?: string): Promise<string> {
    const found = [];
    for (const part of parts) {
      const of = table === undefined ? '' : ' AND table_name = ?';
      found.push(await this.ask(part.replace('/* of */', of), table === undefined ? [] : [table]));
    }
    return md5(JSON.stringify(found));
  }

  /** Whether a statement that was begun changed nothing yet. Versions to 0.5.0 noted what all tables looked like. */
  private async isAsItWas(statement: string, begun: string): Promise<boolean> {
    return begun === (await this.shape(statement)) || begun === (await this.shapeOf(everyPart));
  }

  private async onTables(statement: string, begun: string | null): Promise<void> {
    try {
      await this.ask(statement);
    } catch (error) {
      if (begun !== null && errorCode(error) === 'ER_TABLE_EXISTS_ERROR') return;
      // Whoever began it died, but the database was still at it: it came through while this one waited.
      if (begun !== null && !(await this.isAsItWas(statement, begun))) return;
      // With its binary log on, a database lets only an administrator make triggers: `verify` proves the ledger without.
      if (errorCode(error) !== 'ER_BINLOG_CREATE_ROUTINE_NEED_SUPER' || !/^CREATE TRIGGER/i.test(statement))
        throw error;
      log.warn('This database makes no triggers for us: that the ledger only grows is proved, not enforced');
    }
  }

  /** Brings steps that were run in an earlier wording to today's. */
  async mend(): Promise<void> {
    // A first start that was killed early may have left the list of steps without all its columns: nothing was run then.
    const [there] = await this.ask<RowDataPacket>(
      "SELECT 1 FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = 'schemaversion' AND column_name = 'md5'",
    );
    if (!there) return;
    const run = await this.ask<{ version: number; md5: string | null }>(
      'SELECT version, md5 FROM schemaversion WHERE version > 0 ORDER BY version',
    );
    const today = steps();
    for (const { version, md5: had } of run) {
      const step = today.get(Number(version));
      if (!step || had === null || had === step.md5) continue;
      if (!earlier[Number(version)]?.includes(had))
        throw new Error(
          `These records were made by a version this one does not know (step ${version}): nothing was changed. Use the version they were last opened with`,
        );
      await this.script(-Number(version), sqlOf(`mended/${String(version).padStart(3, '0')}.sql`));
      await this.ask('UPDATE schemaversion SET md5 = ? WHERE version = ?', [step.md5, version]);
    }
  }
}

/**
 * Brings the database up to the newest numbered step, or to this one; returns how many were run. May be killed at any point and run
 * again; of several processes one does it and the others wait.
 */
export async function migrate(databaseUrl: string, upTo?: number): Promise<number> {
  const connection = await createConnection({ uri: databaseUrl, timezone: 'Z' });
  const runner = new Runner(connection);
  try {
    await runner.begin();
    await runner.mend();
    let version = 0;
    const postgrator = new Postgrator({
      driver: 'mysql',
      database: new URL(databaseUrl).pathname.slice(1),
      migrationPattern: new URL('*.sql', folder).pathname,
      execQuery: async (sql) => ({ rows: (await connection.query(sql))[0] as never[] }),
      execSqlScript: (script) => runner.script(version, script),
    });
    postgrator.on('migration-started', (m) => (version = m.version));
    const applied = await postgrator.migrate(upTo === undefined ? 'max' : String(upTo).padStart(3, '0'));
    await runner.end();
    return applied.length;
  } finally {
    await connection.end();
  }
}
