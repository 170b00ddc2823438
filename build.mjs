/**
 * Builds everything but the screens to plain JavaScript: each workspace's src/ to its dist/, file by file, so that the
 * server starts without a loader. No file is ever missing meanwhile: a shop may open while another builds. Types are
 * checked by `npm run types`, not here.
 */
import {
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import ts from 'typescript';

const compilerOptions = {
  target: ts.ScriptTarget.ES2023,
  module: ts.ModuleKind.ESNext,
  verbatimModuleSyntax: true,
  rewriteRelativeImportExtensions: true,
};

/** @type {(dir: string) => string[]} */
const filesOf = (dir) =>
  readdirSync(dir, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name));

const scratch = mkdtempSync(join('node_modules', '.build-'));
const written = join(scratch, 'file');
for (const workspace of ['words', 'core', 'contract', 'devices', 'server', 'demo']) {
  const from = join(workspace, 'src');
  const to = join(workspace, 'dist');
  mkdirSync(to, { recursive: true });
  const current = new Set();
  for (const source of filesOf(from)) {
    if (/\.(test|d)\.ts$/.test(source)) continue;
    const built = join(to, source.slice(from.length)).replace(/\.ts$/, '.js');
    if (!source.endsWith('.ts')) copyFileSync(source, written);
    else
      writeFileSync(
        written,
        ts.transpileModule(readFileSync(source, 'utf8'), { fileName: source, compilerOptions }).outputText,
      );
    mkdirSync(dirname(built), { recursive: true });
    renameSync(written, built);
    current.add(built);
  }
  for (const file of filesOf(to)) if (!current.has(file)) rmSync(file, { force: true });
}
rmSync(scratch, { recursive: true });
