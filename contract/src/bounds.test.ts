import * as z from 'zod';
import { describe, expect, it } from 'vitest';
import * as f from './fields.ts';
import { contract, type Route } from './index.ts';

interface Schema {
  type?: string | string[];
  properties?: Record<string, Schema>;
  items?: Schema | false;
  prefixItems?: Schema[];
  anyOf?: Schema[];
  oneOf?: Schema[];
  allOf?: Schema[];
  additionalProperties?: Schema | boolean;
  propertyNames?: Schema;
  enum?: unknown[];
  const?: unknown;
  format?: string;
  pattern?: string;
  maxLength?: number;
  contentMediaType?: string;
  maxItems?: number;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  exclusiveMaximum?: number;
}

/** More than this is no bound: what a double can hold is not what a shop can mean. */
const sane = 1e10;
const patterns = (s: Schema) =>
  [s.pattern, ...(s.allOf ?? []).map((a) => a.pattern)].filter((p) => p !== undefined);
/** A pattern that is anchored and repeats nothing for ever. */
const closed = (p: string) =>
  p.startsWith('^') && p.endsWith('$') && !/[*+](?!\\)|\{\d+,\}/.test(p.replace(/\[[^\]]*\]/g, 'x'));

function unbounded(s: Schema, path: string): string[] {
  const inner = [...(s.anyOf ?? []), ...(s.oneOf ?? [])].flatMap((o) => unbounded(o, path));
  if (s.enum || 'const' in s) return inner;
  const types = [s.type ?? []].flat();
  const found: string[] = [];
  if (types.includes('string')) {
    const file = s.contentMediaType !== undefined;
    const text = s.maxLength !== undefined && (file || patterns(s).includes(f.plainText.source));
    if (!text && !['date', 'date-time'].includes(s.format ?? '') && !patterns(s).some(closed))
      found.push(`${path}: text without a bound`);
  }
  if (types.includes('number') || types.includes('integer')) {
    const low = s.minimum ?? s.exclusiveMinimum ?? -Infinity;
    const high = s.maximum ?? s.exclusiveMaximum ?? Infinity;
    if (low < -sane || high > sane) found.push(`${path}: number without a bound`);
  }
  if (types.includes('array') && !s.prefixItems && s.maxItems === undefined)
    found.push(`${path}: list without a bound`);
  for (const [name, p] of Object.entries(s.properties ?? {})) found.push(...unbounded(p, `${path}.${name}`));
  for (const p of s.prefixItems ?? []) found.push(...unbounded(p, `${path}[]`));
  if (s.items) found.push(...unbounded(s.items, `${path}[]`));
  if (typeof s.additionalProperties === 'object') {
    if (s.propertyNames)
      found.push(
        ...unbounded(
          s.propertyNames.anyOf ? s.propertyNames : { type: 'string', ...s.propertyNames },
          `${path} (names)`,
        ),
      );
    found.push(...unbounded(s.additionalProperties, `${path}{}`));
  }
  return [...inner, ...found];
}

const routes = Object.entries(contract).flatMap(([room, all]) =>
  Object.entries(all as Record<string, Route>).map(([name, route]) => [`${room}.${name}`, route] as const),
);

describe('everything a request may say has a bound', () => {
  it.each(routes.filter(([, r]) => r.body ?? r.query))('%s', (name, route) => {
    const asked = [route.body, route.query].filter((s) => s !== null);
    const found = asked.flatMap((s) =>
      unbounded(z.toJSONSchema(s, { io: 'input', unrepresentable: 'any' }) as Schema, name),
    );
    expect(found.join('\n')).toBe('');
  });
});

describe('text', () => {
  it.each([
    ['a bell', 'a\u0007'],
    ['nothing at all', '\u0000'],
    ['an escape', '\u001b[31m'],
    ['a C1 character', 'a\u0085b'],
    ['letters turned round', '\u202efish'],
    ['a hidden letter', 'fi\u200bsh'],
    ['a mark of order', 'fi\ufeffsh'],
    ['half a character', 'fish\ud800'],
  ])('%s is refused in names and notes', (_what, text) => {
    expect(f.name('name').safeParse(text).success).toBe(false);
    expect(f.note.safeParse(text).success).toBe(false);
  });
  it('takes what people write', () => {
    for (const text of ['Ó Súilleabháin & Co', '“Roe runs”: 50 % – now', '魚屋', '🐟 fresh', 'ŁÓDŹ'])
      expect(f.name('name').parse(text)).toBe(text);
    expect(f.note.parse('first line\nsecond')).toBe('first line\nsecond');
  });
});

describe('days', () => {
  it.each(['0000-01-01', '0001-01-01', '1969-07-20', '2200-01-01', '9999-12-31', '2026-02-30', '26-01-01'])(
    'no shop has %s',
    (day) => {
      expect(f.day.safeParse(day).success).toBe(false);
      expect(f.instant.safeParse(`${day}T10:00:00Z`).success).toBe(false);
    },
  );
  it('takes days of a shop', () => {
    expect(f.day.parse('2026-11-28')).toBe('2026-11-28');
    expect(f.instant.parse('2026-11-28T10:00:00.000Z')).toBe('2026-11-28T10:00:00.000Z');
  });
});
