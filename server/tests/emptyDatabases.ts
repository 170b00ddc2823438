import { afterAll, inject } from 'vitest';
import { wipe } from '../src/launch/prepare.ts';
import { databaseNamed, openPool } from '../src/platform/db.ts';

/** Makes empty databases on the test server, by name; they are gone after the tests of the file. */
export function emptyDatabases(): (name: string) => Promise<string> {
  const urls: string[] = [];
  afterAll(async () => {
    for (const url of urls) await wipe(url);
  });
  return async (name) => {
    const url = databaseNamed(inject('databaseUrl'), `ember_slate_${name}_${process.pid}`);
    const outside = openPool(inject('databaseUrl'), 1);
    await outside.query(`CREATE DATABASE IF NOT EXISTS \`${new URL(url).pathname.slice(1)}\``);
    await outside.end();
    await wipe(url);
    urls.push(url);
    return url;
  };
}
