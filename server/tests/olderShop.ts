import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { brotliDecompressSync } from 'node:zlib';
import { expect } from 'vitest';

/**
 * Reads the records of a shop of this version into an empty database, with the client that comes with the server: a dump
 * changes its delimiter.
 */
export function loadOlder(url: string, version: string): void {
  const dump = brotliDecompressSync(readFileSync(new URL(`older/${version}.sql.br`, import.meta.url)));
  const { username, password, pathname, searchParams } = new URL(url);
  const read = spawnSync(
    'mariadb',
    [
      '--no-defaults',
      `-S${searchParams.get('socketPath')!}`,
      `-u${username}`,
      `-p${password}`,
      pathname.slice(1),
    ],
    { input: dump, encoding: 'utf8' },
  );
  expect(read.stderr).toBe('');
}
