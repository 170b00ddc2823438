import en from '@ember-slate/words/en/web/reports.json' with { type: 'json' };
import { wordsOf } from '@ember-slate/words';

export const say = wordsOf('web/reports', en);
