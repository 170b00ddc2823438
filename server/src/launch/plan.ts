import { planFile } from '@ember-slate/contract/files';
import { fileCommand } from './fileCommand.ts';
import { planOf } from './files/plan.ts';

await fileCommand(planFile, 'plan', planOf);
