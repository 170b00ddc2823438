import { describe, expect, it } from 'vitest';
import { slipOf } from './names.ts';
import { plainly, tokens, type Token } from './tokens.ts';
import { parseWhen } from './when.ts';

/** A token in short: 25, 1~ for "a", 500g, 25mm, @570 for 9.30, [and] between lines, or the word itself. */
const short = (t: Token): string => {
  if (t.kind === 'number') return `${String(Number(t.value.toFixed(4)))}${t.weak ? '~' : ''}`;
  if (t.kind === 'weight') return `${String(t.grams)}g`;
  if (t.kind === 'length') return `${String(t.mm)}mm`;
  if (t.kind === 'clock') return `@${String(t.minutes)}`;
  return t.kind === 'break' ? `[${t.by}]` : t.text;
};
const heard = (text: string) => tokens(plainly(text)).map(short).join(' ');

describe('numbers, weights, lengths and times as they are said', () => {
  it.each([
    ['twenty', '20'],
    ['twenty five', '25'],
    ['twenty fifty', '20 50'],
    ['thirty nine', '39'],
    ['fifteen five', '15 5'],
    ['1 1/2', '1.5'],
    ['1/2', '0.5'],
    ['10/4', '2.5'],
    ['12/16', '0.75'],
    ['3 and 1/2', '3 [and] 0.5'],
    ['½ kg', '500g'],
    ['1½ kg', '1500g'],
    ['¾ lb', '340g'],
    ['half a dozen', '6'],
    ['half dozen', '6'],
    ['two dozen', '24'],
    ['dozen', '12'],
    ['a dozen', '12'],
    ['a hundred', '100'],
    ['hundred and twenty', '100 [and] 20'],
    ['three hundred', '300'],
    ['three hundred and fifty', '350'],
    ['three hundred fifty', '350'],
    ['one hundred and five', '105'],
    ['ninety and five', '90 [and] 5'],
    ['dozen and a', '12 [and] 1~'],
    ['one and a half', '1.5'],
    ['1 and half', '1 [and] half'],
    ['two and three quarters kg', '2750g'],
    ['one and a half kilos', '1500g'],
    ['one kilo and a half', '1500g'],
    ['kilo and a half', '1500g'],
    ['a pound and a half', '680g'],
    ['2 pounds and a half', '1134g'],
    ['a quarter of a pound', '113g'],
    ['half a kilo', '500g'],
    ['half kilo', '500g'],
    ['three quarters of a kilo', '750g'],
    ['3 quarters of a pound', '340g'],
    ['two thirds of a kilo', '667g'],
    ['three quarters', '3 quarters'],
    ['half a fish', 'half 1~ fish'],
    ['a couple', '2'],
    ['a pair', '2'],
    ['a', '1~'],
    ['an', '1~'],
    ['a kilo', '1000g'],
    ['pound of', '454g of'],
    ['2k', '2000g'],
    ['k', 'k'],
    ['g', 'g'],
    ['1,5 kg', '1500g'],
    ['3-4 kg', '3500g'],
    ['3 to 4 kg', '3500g'],
    ['1,5-2,5 kg', '2000g'],
    ['2-3 fish', 'several fish'],
    ['1 lb 4 oz', '567g'],
    ['1lb 4oz', '567g'],
    ['2 pounds 8 ounces', '1134g'],
    ['1 lb 4', '454g 4'],
    ['1 kg 4 oz', '1000g 113g'],
    ['6×5oz', '6 x 142g'],
    ['an inch', '25mm'],
    ['inch', '25mm'],
    ['half an inch', '13mm'],
    ['an inch and a half', '38mm'],
    ['inch and a half', '38mm'],
    ['2,5 cm', '25mm'],
    ['2 in thick', '51mm thick'],
    ['2 in', '51mm'],
    ['2 in, 3', '51mm [,] 3'],
    ['2 in a bag', '2 in 1~ bag'],
    ['4pm', '@960'],
    ['12am', '@0'],
    ['12pm', '@720'],
    ['1am', '@60'],
    ['9:05am', '@545'],
    ['4.30pm', '@990'],
    ['4.30', '4.3'],
    ['0:00', '@0'],
    ['23:59', '@1439'],
    ['4:59', '@299'],
    ['16h30', '@990'],
    // No such time: left over, to be asked about.
    ['24:00', '24:00'],
    ['12:60', '12:60'],
    ['0am', '0am'],
    ['13pm', '13pm'],
    ['fish & chips', 'fish [and] chips'],
    ['a; b + c', '1~ [,] b [,] c'],
    ['cod plus hake then sole', 'cod [,] hake [,] sole'],
    ['Crème', 'creme'],
    ['cut-up', 'cut up'],
  ])('%s: %s', (text, tokensHeard) => {
    expect(heard(text)).toBe(tokensHeard);
  });
});

describe('when it is wanted', () => {
  const when = (text: string, today = '2026-12-01', weekday = 2) => {
    const { day, minutes, rest } = parseWhen(tokens(plainly(text)), today, weekday);
    return [day, minutes, rest.map((t) => t.text).join(' ')];
  };
  it.each<[string, string | null, number | null, string?]>([
    ['tomorrow', '2026-12-02', null],
    ['tomoz', '2026-12-02', null],
    ['tomorrowish', null, null, 'tomorrowish'],
    ['xtomorrow', null, null, 'xtomorrow'],
    ['tonight', '2026-12-01', null],
    ['nowhere', null, null, 'nowhere'],
    ['unknow', null, null, 'unknow'],
    ['christmas eve', '2026-12-24', null],
    ['christmas', null, null, 'christmas'],
    ['new years eve', null, null, 'new years eve'],
    ['sunday', '2026-12-06', null],
    ['mon', '2026-12-07', null],
    ['tues', '2026-12-01', null],
    ['weds', '2026-12-02', null],
    ['thurs', '2026-12-03', null],
    ['fridays', '2026-12-04', null],
    ['sat', '2026-12-05', null],
    ['satsuma', null, null, 'satsuma'],
    ['next tue', '2026-12-08', null],
    ['next wed', '2026-12-02', null],
    ['wed noon', '2026-12-02', 720],
    ['wed morning at 9', '2026-12-02', 540],
    ['friday lunchtime', '2026-12-04', null],
    ['friday 5', '2026-12-04', 1020],
    ['friday morning 9', '2026-12-04', 540],
    ['friday 5 hake', '2026-12-04', null, '5 hake'],
    ['3rd december', '2026-12-03', null],
    ['3 dec', '2026-12-03', null],
    ['dec 3', '2026-12-03', null],
    ['dec 3 4pm', '2026-12-03', 960],
    ['1 december', '2026-12-01', null],
    ['30 november', '2027-11-30', null],
    ['3rd of jan', '2027-01-03', null],
    ['sept 4', '2027-09-04', null],
    ['31 nov', null, null, '31 nov'],
    ['0 dec', null, null, '0 dec'],
    ['32 dec', null, null, '32 dec'],
    ['octo 3', null, null, 'octo 3'],
    ['sole', null, null, 'sole'],
    ['by 6', null, 1080],
    ['by 7', null, 420],
    ['by 12', null, 720],
    ['at 1', null, 780],
    ['at 23', null, 1380],
    ['at 24', null, null, 'at 24'],
    ['at 0', null, null, 'at 0'],
    ['before 4.30', null, 990],
    ['till 9,15', null, 555],
    ['at 9.65', null, null, 'at 9.65'],
    ['at 24.30', null, null, 'at 24.30'],
    ['sat 9.30', '2026-12-05', 570],
    ['sat 9.30 kg', '2026-12-05', null, '9.30 kg'],
    ['9.30', null, null, '9.30'],
    ['at 4 people', null, null, 'at 4 people'],
    ['at 4 fillets', null, null, 'at 4 fillets'],
    ['at 4 o clock', null, 960],
    ['at 4 oclock', null, 960],
    ['at 4 sharp', null, 960],
    ['at 4 oclock sharp', null, 960],
    ['at 4 o clock sharp', null, 960],
    ['friday 4 sharp', '2026-12-04', 960],
    ['friday 4 sharp hake', '2026-12-04', 960, 'hake'],
    ['at 4 sharpish', null, null, 'at 4 sharpish'],
    ['at 4 o', null, 960, 'o'],
    ['at 4 clock', null, null, 'at 4 clock'],
    ['at 4 pleased', null, null, 'at 4 pleased'],
    ['at 4 tomorrow', '2026-12-02', 960],
    ['by 4 please', null, 960, 'please'],
    ['by 4 kg', null, null, 'by 4 kg'],
    ['by 4, hake', null, 960, ', hake'],
    ['by 4 hake', null, null, 'by 4 hake'],
    ['half past four', null, 990],
    ['quarter past five', null, 1035],
    ['ten past four', null, 970],
    ['half past twelve', null, 750],
    ['ten past thirteen', null, null, 'ten past thirteen'],
    ['70 past 4', null, null, '70 past 4'],
    ['60 past 4', null, null, '60 past 4'],
    ['past 4', null, null, 'past 4'],
    ['quarter to five', null, 1005],
    ['15 to 5', null, 1005],
    ['quarter to twelve', null, 705],
    ['quarter to thirteen', null, null, 'quarter to thirteen'],
    ['half to four', null, null, 'half to four'],
    // A count it may be as well, unless an "at" or "by" says otherwise.
    ['20 to 5', null, null, '20 to 5'],
    ['by 20 to 5', null, 1000],
    ['at five to nine', null, 535],
    ['at 6 to 9', null, null, 'at 6 to 9'],
    ['4pm by 5', null, 960, 'by 5'],
    ['hake tomorrow cod', '2026-12-02', null, 'hake cod'],
    ['friday monday', '2026-12-04', null],
  ])('%s', (text, day, minutes, rest = '') => {
    expect(when(text)).toEqual([day, minutes, rest]);
  });

  it('is the next to come of a date that is over this year', () => {
    expect(when('christmas eve', '2026-12-26', 6)[0]).toBe('2027-12-24');
    expect(when('24 dec', '2026-12-24', 4)[0]).toBe('2026-12-24');
    // Only one of the next two Februaries has it, or neither.
    expect(when('29 feb', '2027-03-01', 1)[0]).toBe('2028-02-29');
    expect(when('29 feb', '2025-03-01', 6)).toEqual([null, null, '29 feb']);
  });
});

describe('a slip of the finger', () => {
  it.each<[string, string[], string | null, string | null]>([
    // By letters; and where a word of the same sound will do.
    ['codd', ['cod'], 'cod', 'cod'],
    ['cood', ['cod'], 'cod', 'cod'],
    ['cdo', ['cod'], null, 'cod'],
    ['xod', ['cod'], null, null],
    ['salmn', ['salmon'], 'salmon', 'salmon'],
    ['slamon', ['salmon'], 'salmon', 'salmon'],
    ['salomn', ['salmon'], 'salmon', 'salmon'],
    ['slamno', ['salmon'], null, 'salmon'],
    ['haddcok', ['haddock'], 'haddock', 'haddock'],
    ['hadddocck', ['haddock'], 'haddock', 'haddock'],
    ['hadddoccck', ['haddock'], null, null],
    ['plaise', ['plaice'], 'plaice', 'plaice'],
    ['monkfihs', ['monkfish'], 'monkfish', 'monkfish'],
    ['mnokfihs', ['monkfish'], 'monkfish', 'monkfish'],
    ['mnokfhis', ['monkfish'], null, null],
    ['fillt', ['fillet', 'fillets'], 'fillet', 'fillet'],
    ['stakes', ['steaks'], null, 'steaks'],
    ['hak', ['hake'], null, 'hake'],
    ['lemn', ['lemon', 'lemo'], null, null],
    ['ha', ['hat'], null, null],
    // A word of one consonant sounds like too many.
    ['ale', ['ail'], null, null],
    ['aloe', ['ail'], null, null],
    // No more than two letters longer or shorter.
    ['tnc', ['tunacao'], null, null],
    ['tnc', ['tunac'], null, 'tunac'],
    // Within a phrase nothing is looked for, nor in words of two letters.
    ['codling', ['cod ling', 'co'], null, null],
    ['codd', ['cod', 'cods'], 'cod', 'cod'],
    ['batt', ['bart', 'bath'], null, null],
    // The nearest of several.
    ['monkfsh', ['monkfish', 'monkfush'], null, null],
    ['haddokc', ['haddock', 'haddoky'], null, null],
    ['haddokcs', ['haddocks', 'hadtocks'], 'haddocks', 'haddocks'],
    ['take', ['tuke'], null, null],
  ])('%s among %j', (word, known, byLetters, bySound) => {
    expect([slipOf(word, known, false), slipOf(word, known, true)]).toEqual([byLetters, bySound]);
  });
});
