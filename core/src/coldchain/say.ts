import { saidIn } from '@ember-slate/words/said';
import type en from '@ember-slate/words/en/core/coldchain.json';

export const said = saidIn<keyof typeof en>('core/coldchain');
