import en from '@ember-slate/words/en/web/grading.json' with { type: 'json' };
import { wordsOf } from '@ember-slate/words';

export const say = wordsOf('web/grading', en);
