import en from '@ember-slate/words/en/web/goods.json' with { type: 'json' };
import { wordsOf } from '@ember-slate/words';

export const say = wordsOf('web/goods', en);
