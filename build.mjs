/**
 * Builds everything but the screens to plain JavaScript: each workspace's src/ to its dist/, file by file, so that the
 * server starts without a loader. Types are checked by `npm run types`, not here.
 */
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import ts from 'typescript';

const compilerOptions = {
  target: ts.ScriptTarget.ES2023,
  module: ts.ModuleKind.ESNext,
  verbatimModuleSyntax: true,
  rewriteRelativeImportExtensions: true,
};

for (const workspace of ['words', 'core', 'contract', 'devices', 'server', 'demo']) {
  const from = join(workspace, 'src');
  const to = join(workspace, 'dist');
  rmSync(to, { recursive: true, force: true });
  for (const entry of readdirSync(from, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || /\.(test|d)\.ts$/.test(entry.name)) continue;
    const source = join(entry.parentPath, entry.name);
    const built = join(to, source.slice(from.length)).replace(/\.ts$/, '.js');
    mkdirSync(dirname(built), { recursive: true });
    if (!source.endsWith('.ts')) cpSync(source, built);
    else
      writeFileSync(
        built,
        ts.transpileModule(readFileSync(source, 'utf8'), { fileName: source, compilerOptions }).outputText,
      );
  }
}
