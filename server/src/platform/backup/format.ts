/**
 * A backup is one gzip file of lines, each a JSON value: a head; of every table a heading, then a row a line; an end
 * with the number of rows and the SHA-256 of every byte before it. Bytes stand in base 64, times in UTC as the database
 * writes them, so that what is read is what was written.
 */
export interface BackupHead {
  format: 'ember-slate-backup';
  /** Version of the program, and the newest step its database had. */
  program: string;
  schema: number;
  made: string;
}

/** Before the rows of a table. */
export interface TableHead {
  table: string;
  columns: readonly string[];
  /** Columns whose values are bytes in base 64. */
  bytes: readonly string[];
  /** The number the next row gets, where rows are numbered. */
  next: number | null;
}

export interface BackupEnd {
  rows: number;
  sha256: string;
}

/** Tables that belong to a database and not to a shop; sessions end with a restore. */
export const leftOut = ['schemaversion', 'schema_step', 'schema_holder', 'session', 'vouched', 'backup'];
