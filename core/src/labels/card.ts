import type { Word } from '@ember-slate/words/said';
import { customerAdvice, isBony } from '../advice/index.ts';
import { readItem } from '../ledger/index.ts';
import { products } from '../trim/index.ts';
import { bonesWord } from './piece.ts';
import { said } from './say.ts';

/**
 * What the card before the fish says beside name, price and origin: the allergen, bones, whether it was frozen, what is
 * sharp, what cooking does not take away. The rules of a piece's label (`pieceLabel`), in the words for a customer; what
 * concerns the board stays at the board.
 */
export function cardWarnings(
  species: Parameters<typeof customerAdvice>[0],
  text: string,
  forms: Parameters<typeof customerAdvice>[2],
  o: Parameters<typeof customerAdvice>[3],
): Word[] {
  const item = readItem(text, forms);
  const told = customerAdvice(species, text, forms, o);
  const boneless = item.kind === 'made' || (item.kind === 'trim' && !isBony(item.part));
  const isFeed = item.kind === 'made' && !products[item.product].food;
  const [, ...cautions] = told.cautions;
  return [
    said('contains_fish'),
    bonesWord(
      item.kind === 'form' ? item.form : { boneless, section: 'fish' },
      o.options.some((x) => x.startsWith('pin bones left in')),
    ),
    ...(o.thawed ? [said('defrosted_do_not_refreeze')] : []),
    ...(isFeed ? told.cook : o.cookedOnly ? [said('to_be_cooked_through_only')] : []),
    ...cautions,
  ];
}
