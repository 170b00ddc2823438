import type { FirstRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { Link } from 'react-router';
import { Mass } from '../../parts/Mass.tsx';
import type { Column } from '../../parts/Table.tsx';
import { say } from './say.ts';

type OnHand = Pick<
  FirstRow,
  'lotId' | 'code' | 'speciesName' | 'itemName' | 'placeName' | 'grams' | 'pieces'
>;

/** What a row of stock is, where it lies and what it weighs, as the first columns of a list. */
export const onHand = (head: string): readonly Column<OnHand>[] => [
  {
    head,
    className: 'py-1',
    cell: (r) => (
      <>
        <span className="font-figure text-label font-semibold">{shortName(r.speciesName)}</span>{' '}
        <span className="text-ink2">{r.itemName}</span>
        <div className="text-note text-ink3">
          <Link to={`/lots/${r.lotId}`} className="underline decoration-line underline-offset-4">
            {r.code}
          </Link>
          , {say('pieces', { pieces: r.pieces })}
        </div>
      </>
    ),
  },
  { head: say('where'), cell: (r) => r.placeName.toLowerCase(), className: 'text-ink2', wide: true },
  { head: say('weight'), cell: (r) => <Mass g={r.grams} />, figure: true },
];
