import en from '@ember-slate/words/en/web/buying.json' with { type: 'json' };
import { wordsOf } from '@ember-slate/words';

export const say = wordsOf('web/buying', en);
