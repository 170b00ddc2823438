import { saidIn } from '@ember-slate/words/said';
import type en from '@ember-slate/words/en/core/cutplan.json';

export const said = saidIn<keyof typeof en>('core/cutplan');
