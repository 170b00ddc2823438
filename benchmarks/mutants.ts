/**
 * Mutation testing: how many small faults put into the code the tests beside it would catch. `npm run mutants` for every
 * place, `npm run mutants -- core/units server/trim` for some. What was tried is kept in .data/mutants, so that a next
 * run tries only what changed. A large place is tried by samples: `--share 5` tries each fifth stretch of lines, and
 * `--from 2` begins with the third of them. Not part of ./test: a place takes a minute or some.
 */
import { spawnSync } from 'node:child_process';
import { parseArgs } from 'node:util';
import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { globSync } from 'tinyglobby';

interface Place {
  name: string;
  mutate: string[];
  tests: string[];
  /** Share of faults to be caught, %. */
  wanted: number;
}

const topics = readdirSync('core/src').filter((t) => !['proof', 'testing', 'picture'].includes(t));
/** Tests of the whole shop, or of every page there is, minutes long: no mutant waits for them. */
const wholeShop = /\/(acts|closed|nonsense|poison|sacred|saturday|tamper|versions|walk)\.test/;
const everyPage = /\/app\/(address|language|pages|refusals)\.test/;
/**
 * Tests of the server that ask a stage again and again, in this process: a mutant is not in one started beside it; a short
 * file says little else. Those that only pass through it find little that these do not, and each run of theirs takes
 * seconds.
 */
const asking = (stage: string): string[] =>
  globSync('server/tests/*.test.ts').filter((file) => {
    if (wholeShop.test(file)) return false;
    if (file.endsWith(`/${stage}.test.ts`)) return true;
    const text = readFileSync(file, 'utf8');
    const asks = text.split(`contract.${stage}.`).length - 1;
    const isShort = text.split('\n').length < 150;
    return asks >= (isShort ? 2 : 4) && !/\b(spawn|fork)\(/.test(text);
  });
const stages = readdirSync('server/src/stages').filter(
  (stage) => globSync(`server/src/stages/${stage}/{commands.ts,commands/*.ts}`).length > 0,
);
const places: Place[] = [
  ...topics.map((t) => ({
    name: `core/${t}`,
    mutate: [`core/src/${t}/**/*.ts`, '!**/*.test.ts', '!**/testing/**', '!**/*.d.ts'],
    tests: [`core/src/${t}/**/*.test.ts`],
    wanted: 85,
  })),
  {
    name: 'contract',
    mutate: ['contract/src/*.ts', '!**/*.test.ts'],
    tests: ['contract/src/*.test.ts', 'server/tests/fileFaults.test.ts'],
    wanted: 85,
  },
  {
    name: 'web/hooks',
    mutate: [
      'web/src/**/use*.ts',
      'web/src/app/{outbox,draft,drafts,lock,request,scanner,notify,api,form}.ts',
    ],
    tests: globSync('web/src/**/*.test.{ts,tsx}').filter((file) => !everyPage.test(file)),
    wanted: 75,
  },
  ...stages.map((stage) => ({
    name: `server/${stage}`,
    // A planning thread runs what was built: no mutant is in it.
    mutate: [
      `server/src/stages/${stage}/commands.ts`,
      `server/src/stages/${stage}/commands/*.ts`,
      '!server/src/stages/plan/commands/worker.ts',
    ],
    tests: asking(stage),
    wanted: 75,
  })),
];

interface Report {
  files: Record<
    string,
    { mutants: { status: string; mutatorName: string; location: { start: { line: number } } }[] }
  >;
}

const { values: options, positionals: asked } = parseArgs({
  allowPositionals: true,
  options: {
    survivors: { type: 'boolean', default: false },
    share: { type: 'string', default: '1' },
    from: { type: 'string', default: '0' },
  },
});
const share = Number(options.share);
/** Lines of one stretch of a sample: long enough for most whole statements. */
const STRETCH = 12;

/** What of a place is tried: all of it, or each so-many-th stretch of its lines. */
function tried(place: Place): string[] {
  if (share === 1) return place.mutate;
  let nth = Number(options.from);
  return globSync(
    place.mutate.filter((m) => !m.startsWith('!')),
    { ignore: ['**/*.test.*', '**/testing/**', '**/*.d.ts', '**/plan/commands/worker.ts'] },
  )
    .sort()
    .flatMap((file) => {
      const lines = readFileSync(file, 'utf8').split('\n').length;
      const stretches: string[] = [];
      for (let from = 1; from <= lines; from += STRETCH)
        if (nth++ % share === 0) stretches.push(`${file}:${from}-${from + STRETCH - 1}`);
      return stretches;
    });
}
const chosen = asked.length > 0 ? places.filter((p) => asked.includes(p.name)) : places;
if (chosen.length === 0 || asked.some((a) => !places.some((p) => p.name === a)))
  throw new Error(`Places are: ${places.map((p) => p.name).join(', ')}`);
mkdirSync('.data/mutants', { recursive: true });
for (const place of chosen) {
  // What a sample found is no part of the whole, nor of the next sample.
  const file = `.data/mutants/${place.name.replace('/', '-')}${share === 1 ? '' : '-sample'}`;
  if (share > 1) rmSync(`${file}.json`, { force: true });
  const run = spawnSync(
    'npx',
    ['stryker', 'run', '--mutate', tried(place).join(','), '--incrementalFile', `${file}.json`],
    { env: { ...process.env, MUTANT_TESTS: place.tests.join(',') }, encoding: 'utf8' },
  );
  if (run.status !== 0) {
    console.log(
      `${place.name.padEnd(18)} could not be tried:\n${run.stdout.slice(-2000)}${run.stderr.slice(-500)}`,
    );
    process.exitCode = 1;
    continue;
  }
  const { files } = JSON.parse(readFileSync('reports/mutation/mutation.json', 'utf8')) as Report;
  const all = Object.entries(files).flatMap(([name, f]) => f.mutants.map((m) => ({ name, ...m })));
  const caught = all.filter((m) => m.status === 'Killed' || m.status === 'Timeout').length;
  const missed = all.filter((m) => m.status === 'Survived' || m.status === 'NoCoverage');
  const score = (100 * caught) / Math.max(1, caught + missed.length);
  if (score < place.wanted) process.exitCode = 1;
  console.log(
    `${place.name.padEnd(18)} ${String(caught).padStart(5)} of ${String(caught + missed.length).padStart(5)} caught, ${score.toFixed(1).padStart(5)} % (wanted ${place.wanted})`,
  );
  if (options.survivors)
    for (const m of missed)
      console.log(`    ${m.name}:${m.location.start.line} ${m.mutatorName} ${m.status}`);
}
