import { marksFile } from '@ember-slate/contract/files';
import { fileCommand } from './fileCommand.ts';
import { marksOf } from './files/marks.ts';

await fileCommand(marksFile, 'marks', marksOf);
