import type { FirstRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { Link } from 'react-router';
import { Mass } from '../../parts/Mass.tsx';
import { say } from './say.ts';

/** What a row of stock is, where it lies and what it weighs, as cells of a list. */
export function OnHandCells({
  row: r,
}: {
  row: Pick<FirstRow, 'lotId' | 'code' | 'speciesName' | 'itemName' | 'placeName' | 'grams' | 'pieces'>;
}) {
  return (
    <>
      <td className="py-1">
        <span className="font-figure text-label font-semibold">{shortName(r.speciesName)}</span>{' '}
        <span className="text-ink2">{r.itemName}</span>
        <div className="text-note text-ink3">
          <Link to={`/lots/${r.lotId}`} className="underline decoration-line underline-offset-4">
            {r.code}
          </Link>
          , {r.pieces === 1 ? say('n1_piece') : say('pieces', { pieces: r.pieces })}
        </div>
      </td>
      <td className="text-ink2 max-sm:hidden">{r.placeName.toLowerCase()}</td>
      <td className="num">
        <Mass g={r.grams} />
      </td>
    </>
  );
}
