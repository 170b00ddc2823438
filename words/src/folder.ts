import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Language, Sentences } from './index.ts';

const languages = join(import.meta.dirname, '..');

/**
 * A language as it lies in its folder, area by area.
 * @param name BCP 47 tag, the folder's name
 * @throws {RangeError} where there is no such folder
 */
export function readLanguage(name: string): Language {
  const folder = join(languages, name);
  if (!/^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$/.test(name) || !existsSync(folder))
    throw new RangeError(`No words of the language ${name}: there is no folder words/${name}`);
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.json'));
  return Object.fromEntries(
    files.map((f) => [
      f.slice(0, -'.json'.length),
      JSON.parse(readFileSync(join(folder, f), 'utf8')) as Sentences,
    ]),
  );
}
