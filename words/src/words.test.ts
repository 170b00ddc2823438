import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { IntlMessageFormat } from 'intl-messageformat';
import ts from 'typescript';
import { afterEach, describe, expect, it } from 'vitest';
import { inWords } from './core.ts';
import { readLanguage } from './folder.ts';
import { speak, wordsOf } from './index.ts';
import { isSaid, saidIn, type Said } from './said.ts';
import { pseudoLanguage } from './testing/index.ts';

afterEach(() => speak('en', {}));

interface Element {
  type: number;
  value?: unknown;
  options?: Record<string, { value: Element[] }>;
}
/** What a message wants to be filled in, its plurals looked through. */
function bracesOf(text: string): string[] {
  const names = (list: readonly Element[]): string[] =>
    list.flatMap((e) => [
      // Type 0 is text.
      ...(e.type !== 0 && typeof e.value === 'string' ? [e.value] : []),
      ...Object.values(e.options ?? {}).flatMap((o) => names(o.value)),
    ]);
  const ast = new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true }).getAst() as Element[];
  return [...new Set(names(ast))].sort();
}

const en = {
  lots: '{n} {n, plural, one {lot} other {lots}} of {fish}',
  plain: 'Nothing lies there',
  braces: "A brace is '{', an apostrophe ''",
} as const;

/** Words of `docs/words.md` that nobody is to read: its last column. */
const notSaid = readFileSync('docs/words.md', 'utf8')
  .split('\n')
  .flatMap((line) => /^\|[^|]+\|[^|]+\|([^|]+)\|$/.exec(line)?.[1] ?? [])
  .slice(2)
  .flatMap((cell) => cell.split(',').map((word) => word.trim()))
  .map((word) => new RegExp(`\\b${word}(s|d|ed|ing)?\\b`, 'i'));
const withoutBraces = (text: string) => text.replace(/\{[^{}]*\}/g, '');

describe('a sentence', () => {
  const say = wordsOf('web/test', en);
  it.each([
    [1, '1 lot of hake'],
    [0, '0 lots of hake'],
    [21, '21 lots of hake'],
  ])('counts %i', (n, text) => expect(say('lots', { n, fish: 'hake' })).toBe(text));

  it('keeps what it is given as it is, braces and all', () => {
    expect(say('lots', { n: 2, fish: '{n} <b>' })).toBe('2 lots of {n} <b>');
    expect(say('braces')).toBe("A brace is {, an apostrophe '");
  });

  it('throws where a brace is left unfilled, rather than show a gap', () =>
    expect(() => say('lots', { n: 2 })).toThrow(/fish/));

  it('comes in parts around what is no text', () => {
    const mass = { grams: 300 };
    expect(say.parts<number | { grams: number }>('lots', { n: 1, fish: mass })).toEqual(['1 lot of ', mass]);
  });

  it('is said in the language chosen, with its plurals, and in English where that has none', () => {
    speak('cs', { 'web/test': { lots: '{n, plural, one {# šarže} few {# šarže!} other {# šarží}} {fish}' } });
    expect(say('lots', { n: 3, fish: 'štika' })).toBe('3 šarže! štika');
    expect(say('lots', { n: 8, fish: 'štika' })).toBe('8 šarží štika');
    expect(say('plain')).toBe(en.plain);
    speak('en', {});
    expect(say('lots', { n: 3, fish: 'pike' })).toBe('3 lots of pike');
  });
});

describe('what the core says', () => {
  const said = saidIn('core/cutplan');
  const promise = said('pieces_of', {
    servable: 2,
    wanted: 4,
    why: said('lot_because', { code: 'H1', why: said('on_hold') }),
  });

  it('is a code with what stands in it, one inside another, and the same through JSON', () => {
    expect(inWords(promise)).toBe('2 of 4 pieces; H1: On hold');
    expect(inWords(JSON.parse(JSON.stringify(promise)) as Said)).toBe('2 of 4 pieces; H1: On hold');
  });

  it('is put into words wherever it stands in a structure; all else stays', () => {
    const at = new Date(0);
    expect(inWords({ at, n: 1, none: null, list: [promise, 'as it is'], lot: { code: 'H1' } })).toEqual({
      at,
      n: 1,
      none: null,
      list: ['2 of 4 pieces; H1: On hold', 'as it is'],
      lot: { code: 'H1' },
    });
  });

  it('joins a list of it', () =>
    expect(
      inWords(saidIn('core/board')('tools', { tools: [saidIn('core/board')('scale'), 'a bucket'] })),
    ).toBe('scale, a bucket'));

  it('is told from the code of a lot', () => {
    expect(isSaid({ code: '261125-H1' })).toBe(false);
    expect(isSaid(promise)).toBe(true);
    expect(() => inWords({ code: 'core/cutplan:never_written' })).toThrow(/never_written/);
  });
});

describe('a language', () => {
  it('is a folder: one that is not there is refused, and no other folder is read', () => {
    expect(() => readLanguage('xx')).toThrow(/words\/xx/);
    expect(() => readLanguage('../core')).toThrow(RangeError);
  });

  it('says every sentence, each with the braces of the English', () => {
    const pseudo = pseudoLanguage();
    for (const [area, sentences] of Object.entries(readLanguage('en')))
      for (const [code, text] of Object.entries(sentences)) {
        expect(bracesOf(pseudo[area]![code]!), `${area}:${code}`).toEqual(bracesOf(text));
      }
  });
});

/*
 * The catalogue and the code agree: every sentence is said somewhere, with just what stands in its braces.
 */
const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard', 'core', 'server', 'web'], {
  encoding: 'utf8',
})
  .split('\n')
  .filter((f) => /\.tsx?$/.test(f) && existsSync(f));
/** Which area a file speaks for, by the `say.ts` it imports. */
function areaOf(file: string, text: string): string | null {
  const from = /from '((?:\.\.?\/)+(?:[\w/]+\/)?say\.ts)'/.exec(text);
  if (!from) return null;
  const say = normalize(join(dirname(file), from[1]!));
  return /\('([\w/]+)'/.exec(readFileSync(say, 'utf8'))![1]!;
}

interface Use {
  where: string;
  codes: string[];
  params: string[] | null;
}
const uses = new Map<string, Use[]>();
for (const file of files) {
  const text = readFileSync(file, 'utf8');
  const area = areaOf(file, text);
  if (!area) continue;
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const visit = (node: ts.Node): void => {
    if (ts.isCallExpression(node) && /^(say|said|say\.parts)$/.test(node.expression.getText(source))) {
      const [code, params] = node.arguments;
      const codes: string[] = [];
      const literals = (n: ts.Node): void => {
        if (ts.isStringLiteral(n)) codes.push(n.text);
        else if (ts.isConditionalExpression(n)) [n.whenTrue, n.whenFalse].forEach(literals);
      };
      if (code) literals(code);
      const names =
        params === undefined
          ? []
          : ts.isObjectLiteralExpression(params)
            ? params.properties.map((p) => p.name!.getText(source))
            : null;
      const line = source.getLineAndCharacterOfPosition(node.getStart(source)).line + 1;
      uses.set(area, [...(uses.get(area) ?? []), { where: `${file}:${line}`, codes, params: names }]);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
}

/** What is counted in whole numbers: of each there may be one. */
const counted =
  'lots|tickets|sales|lines|orders|deliveries|pieces|grades|minutes|tubs|hours|labels|forms|places|claims|rows|checks|entries|kinds';
const countedPlainly = new RegExp(
  `\\{\\w+\\} (?:(?:more |box |order )?(?:${counted})\\b|times\\b(?! as| that)|fish (?:are|were)\\b)`,
);
/** A message with its plurals taken out. */
const withoutPlurals = (text: string): string => {
  const next = text.replace(/\{\w+, plural,(?:[^{}]|\{(?:[^{}]|\{[^{}]*\})*\})*\}/g, '');
  return next === text ? text : withoutPlurals(next);
};

describe.each(Object.entries(readLanguage('en')))('the words of %s', (area, sentences) => {
  const mine = uses.get(area) ?? [];
  it('count one of a thing as one', () =>
    expect(Object.entries(sentences).filter(([, text]) => countedPlainly.test(withoutPlurals(text)))).toEqual(
      [],
    ));
  it('are all said', () => {
    const said = new Set(mine.flatMap((u) => u.codes));
    expect(Object.keys(sentences).filter((code) => !said.has(code))).toEqual([]);
  });
  it('are found by the code the core says', () => {
    if (!area.startsWith('core/')) return;
    for (const [name, text] of Object.entries(sentences))
      if (!text.includes('{')) expect(inWords({ code: `${area}:${name}` })).toBe(text);
      else expect(() => inWords({ code: `${area}:${name}` })).not.toThrow(/No words/);
  });

  it('use none of the words the house does not say', () => {
    const found = Object.entries(sentences).flatMap(([code, text]) =>
      notSaid.filter((word) => word.test(withoutBraces(text))).map((word) => `${code}: ${word.source}`),
    );
    expect(found).toEqual([]);
  });

  it('are said with what stands in their braces, no more and no less', () => {
    const wrong = mine.flatMap(({ where, codes, params }) =>
      codes.flatMap((code) => {
        const braces = bracesOf(sentences[code] ?? '');
        const given = params ?? braces;
        return given.length === braces.length && braces.every((b) => given.includes(b))
          ? []
          : [`${where} ${code}: ${given.join(', ')} for ${braces.join(', ')}`];
      }),
    );
    expect(wrong).toEqual([]);
  });
});
