import en from '@ember-slate/words/en/web/parts.json' with { type: 'json' };
import { wordsOf } from '@ember-slate/words';

export const say = wordsOf('web/parts', en);
