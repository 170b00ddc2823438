import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { contract, type Route } from './index.ts';

const bodies = Object.entries(contract).flatMap(([room, routes]) =>
  Object.entries(routes as Record<string, Route>).flatMap(([name, route]) =>
    route.body ? ([[`${room}.${name}`, route.body]] as const) : [],
  ),
);
/** Words that only those know who write schemas. */
const ofSchemas =
  /expected|invalid|received|unrecognized|too (small|big)|\b(nan|undefined|null|enum|union)\b/i;
const reasons = (schema: z.ZodType, value: unknown): string[] =>
  schema.safeParse(value).error?.issues.map((i) => i.message) ?? [];

describe('what is wrong with a request', () => {
  it.each(bodies)('is said in plain words: %s', (_name, schema) => {
    fc.assert(
      fc.property(fc.anything(), (value) => {
        for (const said of reasons(schema, value)) expect(said).not.toMatch(ofSchemas);
      }),
      { numRuns: 50 },
    );
  });

  it.each<[z.ZodType, unknown, string]>([
    [z.number(), undefined, 'This is missing'],
    [z.number(), 'two', 'A number, please'],
    [z.string(), 2, 'Text, please'],
    [z.boolean(), 'yes', 'Yes or no, please'],
    [z.array(z.number()), {}, 'A list, please'],
    [z.object({}), 'x', 'Not of the right shape'],
    [z.number().int(), 1.5, 'A whole number, please'],
    [z.number().min(2), 1, 'At least 2'],
    [z.number().positive(), 0, 'More than 0'],
    [z.number().max(2), 3, 'At most 2'],
    [z.number().lt(2), 2, 'Less than 2'],
    [z.string().min(1), '', 'Say something here'],
    [z.string().min(3), 'ab', 'At least 3 characters'],
    [z.string().max(1), 'ab', 'At most 1 character'],
    [z.array(z.number()).min(1), [], 'At least 1 of them'],
    [z.enum(['a', 'b']), 'c', 'One of these, please: a, b'],
    [z.literal('a'), 'b', 'Only a here'],
    [z.string().regex(/^x$/), 'y', 'Not written as it should be'],
    [z.strictObject({ a: z.number() }), { a: 1, b: 2, c: 3 }, 'Not known here: b, c'],
    [z.number().multipleOf(5), 7, 'In steps of 5'],
    [z.union([z.string(), z.number()]), {}, 'Not of the right shape'],
    [z.number('Give the weight'), 'x', 'Give the weight'],
  ])('is said of %j %j', (schema, value, said) => {
    expect(reasons(schema, value)).toEqual([said]);
  });
});
