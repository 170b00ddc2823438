import en from '@ember-slate/words/en/web/books.json' with { type: 'json' };
import { wordsOf } from '@ember-slate/words';

export const say = wordsOf('web/books', en);
