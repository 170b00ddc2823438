import { saidIn } from '@ember-slate/words/said';
import type en from '@ember-slate/words/en/core/costs.json';

export const said = saidIn<keyof typeof en>('core/costs');
