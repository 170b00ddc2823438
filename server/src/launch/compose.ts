import { composeFile } from '@ember-slate/contract/files';
import { everyCase, faultsOf } from '@ember-slate/core/proof';
import { fileCommand } from './fileCommand.ts';
import { composed } from './files/compose.ts';

/** Every species, arrival, form, option and method: what holds of all of them, counted. */
function all(): void {
  let jobs = 0;
  let refused = 0;
  const broken = new Map<string, { count: number; first: string }>();
  for (const c of everyCase()) {
    if ('refused' in c) {
      refused++;
      continue;
    }
    jobs++;
    for (const fault of faultsOf(c.job, c.work())) {
      const had = broken.get(fault);
      broken.set(fault, { count: (had?.count ?? 0) + 1, first: had?.first ?? c.name });
    }
  }
  console.log(`${jobs} jobs composed, ${refused} refused with a reason`);
  console.log(`${broken.size} kinds of fault${broken.size === 0 ? ': everything holds' : ''}`);
  for (const [fault, { count, first }] of broken) console.log(`${count} x ${fault}, first: ${first}`);
  if (broken.size > 0) process.exitCode = 1;
}

if (process.argv[2] === '--all') all();
else await fileCommand(composeFile, 'compose', composed);
