import { describe, expect, it } from 'vitest';
import type * as z from 'zod';
import * as f from './fields.ts';

/** What a field says of a value: what it was taken for, or the first thing that is wrong with it. */
const says = (field: z.ZodType, value: unknown): unknown => {
  const read = field.safeParse(value);
  return read.success ? read.data : read.error.issues[0]!.message;
};

describe('a field', () => {
  it.each<[string, z.ZodType, unknown, unknown]>([
    ['text is trimmed', f.text(5), '  cod ', 'cod'],
    ['text of just so many', f.text(5), 'hakes', 'hakes'],
    ['text of one more', f.text(5), 'plaice', 'At most 5 characters'],
    ['text with a bell in it', f.text(9), 'co\u0007d', 'No control characters or hidden letters'],
    ['text with a letter nobody sees', f.text(9), 'co\u200bd', 'No control characters or hidden letters'],
    ['text with half a sign', f.text(9), 'co\ud83dd', 'No control characters or hidden letters'],
    ['text with a whole one', f.text(9), 'cod 🐟', 'cod 🐟'],
    ['text of two lines', f.text(9), 'cod\nhake', 'cod\nhake'],
    ['a name is trimmed', f.name('customer'), ' Pell ', 'Pell'],
    ['a name of spaces', f.name('customer'), '   ', 'Say the customer'],
    ['a name too long', f.name('boat', 3), 'Ibis', 'The boat is longer than 3 characters'],
    ['a name just as long', f.name('boat', 4), 'Ibis', 'Ibis'],
    ['a name of two lines', f.name('boat'), 'Ib\nis', 'On one line, please'],
    ['a name with a tab', f.name('boat'), 'Ib\tis', 'On one line, please'],
    ['no note', f.note, undefined, ''],
    ['a long note', f.note, 'x'.repeat(501), 'A note is at most 500 characters'],
    ['the first row', f.id, 1, 1],
    ['the last row there can be', f.id, 4_294_967_295, 4_294_967_295],
    ['a row beyond', f.id, 4_294_967_296, 'There is no such row'],
    ['a row in an address', f.idInQuery, '7', 7],
    ['the fish as landed', f.batch, 0, 0],
    ['a batch beyond', f.batch, 4_294_967_296, 'There is no such batch'],
    ['no weight', f.grams, undefined, 'Give the weight in grams'],
    ['a weight of nothing', f.grams, 0, 'A weight is more than nothing'],
    ['a gram', f.grams, 1, 1],
    ['half a gram', f.grams, 1.5, 'Whole grams, please'],
    ['two tonnes', f.grams, 2_000_000, 2_000_000],
    ['more', f.grams, 2_000_001, 'More than two tonnes: check the unit'],
    ['no pieces', f.pieces, 'two', 'Give the number'],
    ['pieces of nothing', f.pieces, 0, 'At least one'],
    ['half a fish', f.pieces, 0.5, 'Whole fish, please'],
    ['many fish', f.pieces, 20_000, 20_000],
    ['too many', f.pieces, 20_001, 'More than 20 000: check the count'],
    ['no price', f.money, null, 'Give the price'],
    ['a price of nothing', f.money, 0, 0],
    ['a price below', f.money, -1, 'A price is not negative'],
    ['a high price', f.money, 10_000_000, 10_000_000],
    ['too high a price', f.money, 10_000_001, 'That price cannot be right'],
    ['deep frozen', f.tenths, -400, -400],
    ['colder', f.tenths, -401, 'Colder than -40 C: check the probe'],
    ['hot', f.tenths, 600, 600],
    ['hotter', f.tenths, 601, 'Warmer than 60 C: check the probe'],
    ['the first day of the century', f.day, '2000-01-01', '2000-01-01'],
    ['the day before', f.day, '1999-12-31', 'A day of this century, please'],
    ['its last day', f.day, '2099-12-31', '2099-12-31'],
    ['the day after', f.day, '2100-01-01', 'A day of this century, please'],
    ['no day', f.day, '2026-02-30', 'Give a date'],
    ['a moment', f.instant, '2026-11-25T05:40:00.000Z', '2026-11-25T05:40:00.000Z'],
    ['a moment of another century', f.instant, '1999-12-31T23:59:59Z', 'A time of this century, please'],
    ['no moment', f.instant, 'noon', 'Give a date and time'],
    ['a name programs give', f.key(6), 'steaks', 'steaks'],
    ['one letter more', f.key(5), 'steaks', 'Not a name of this shop'],
    ['a name with a sign', f.key(9), 'st;eaks', 'Not a name of this shop'],
    ['a code with a separator', f.scanned, '0109\u001d10A', '0109\u001d10A'],
    ['a code with a line break', f.scanned, '0109\n', 'That is no code of a label'],
    ['a code too long', f.scanned, 'x'.repeat(201), 'That is no code of a label'],
    ['no species', f.speciesId, undefined, 'Choose the species'],
    ['an empty species', f.speciesId, '', 'Choose the species'],
    ['a species with a space', f.speciesId, 'sea bass', 'Not in the species book'],
    ['a form', f.item, 'fillet_skin_on', 'fillet_skin_on'],
    ['a trim', f.item, 'trim:frame', 'trim:frame'],
    ['a trim nobody knows', f.item, 'trim:gold', 'Nothing of that kind is in a shop'],
    ['something made', f.item, 'made:stock_pack', 'made:stock_pack'],
    ['a form of its own', f.formId, 'own:1', 'own:1'],
    ['a form of one letter', f.formId, 'a', 'Choose a form of this shop'],
  ])('%s', (_name, field, value, said) => {
    expect(says(field, value)).toEqual(said);
  });

  it('of one fish has a length a fish can have, or none', () => {
    const fish = (lengthMm: number | null) => says(f.oneFish, { grams: 400, source: 'measured', lengthMm });
    expect([null, 20, 5000].map(fish)).toEqual(
      [null, 20, 5000].map((lengthMm) => ({ grams: 400, source: 'measured', lengthMm })),
    );
    expect([19, 5001].map(fish)).toEqual(['Shorter than 2 cm: check the unit', 'Longer than 5 m']);
  });
});
