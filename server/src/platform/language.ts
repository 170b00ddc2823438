import { speak } from '@ember-slate/words';
import { readLanguage } from '@ember-slate/words/folder';

/** The language of this shop, by the name of its folder in words/: English unless SHOP_LANGUAGE says otherwise. */
export const shopLanguage = process.env.SHOP_LANGUAGE ?? 'en';

// Whatever imports this first speaks it from its first word: names are looked up when their file is loaded.
if (shopLanguage !== 'en') speak(shopLanguage, readLanguage(shopLanguage));
