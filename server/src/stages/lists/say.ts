import en from '@ember-slate/words/en/server/lists.json' with { type: 'json' };
import { wordsOf } from '@ember-slate/words';

export const say = wordsOf('server/lists', en);
