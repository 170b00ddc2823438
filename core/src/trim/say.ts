import { saidIn } from '@ember-slate/words/said';
import type en from '@ember-slate/words/en/core/trim.json';

export const said = saidIn<keyof typeof en>('core/trim');
