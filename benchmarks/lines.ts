/**
 * How much of the code is tests: non-blank lines of .ts, .tsx, .css, .sql and .mjs by workspace. Tests are *.test.*,
 * server/tests, demo/tests, e2e and what is in a folder called testing. Ends with an error outside 25 to 33 % of the
 * whole, or under 25 % of the screens.
 */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const counted = /\.(ts|tsx|css|sql|mjs)$/;
const isTest = (file: string) =>
  /\.test\.tsx?$|^server\/tests\/|^demo\/tests\/|^e2e\/|\/testing\//.test(file) && !file.endsWith('.sql');

const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], { encoding: 'utf8' })
  .split('\n')
  .filter((f) => counted.test(f));

interface Lines {
  code: number;
  test: number;
}
const byWorkspace = new Map<string, Lines>();
for (const file of files) {
  const workspace = file.includes('/') ? file.split('/')[0]! : 'root';
  const lines = readFileSync(file, 'utf8')
    .split('\n')
    .filter((l) => l.trim() !== '').length;
  const had = byWorkspace.get(workspace) ?? { code: 0, test: 0 };
  had[isTest(file) ? 'test' : 'code'] += lines;
  byWorkspace.set(workspace, had);
}

const share = ({ code, test }: Lines) => (100 * test) / (code + test);
const say = (name: string, l: Lines) =>
  console.log(
    `${name.padEnd(10)} ${String(l.code).padStart(7)} code ${String(l.test).padStart(7)} test ${share(l).toFixed(1).padStart(6)} %`,
  );
for (const [name, lines] of [...byWorkspace].sort(([a], [b]) => a.localeCompare(b))) say(name, lines);
const all = [...byWorkspace.values()].reduce((s, l) => ({ code: s.code + l.code, test: s.test + l.test }), {
  code: 0,
  test: 0,
});
say('whole', all);
const web = byWorkspace.get('web') ?? { code: 0, test: 0 };
if (share(all) < 25 || share(all) > 33 || share(web) < 25) process.exitCode = 1;
