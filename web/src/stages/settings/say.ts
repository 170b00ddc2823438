import en from '@ember-slate/words/en/web/settings.json' with { type: 'json' };
import { wordsOf } from '@ember-slate/words';

export const say = wordsOf('web/settings', en);
