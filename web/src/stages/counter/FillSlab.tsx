import type { StockRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { usePlaceName } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { keyOf } from './bag.ts';
import { rowKey } from '../../parts/rowKey.ts';
import { TickList } from '../../parts/TickList.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { say } from './say.ts';

interface Props {
  way: 'fill' | 'clear';
  rows: readonly StockRow[];
  free: number;
  onClose: () => void;
}

/** The morning and the evening of a slab: rows brought out whole, what ends first proposed; or all taken back. */
export function FillSlab({ way, rows, free, onClose }: Props) {
  const placeName = usePlaceName();
  const { send, busy, problem } = useChange(routes.counter.moveAll);
  const [left, setLeft] = useState<readonly string[]>(() =>
    way === 'clear' ? [] : rows.slice(free).map(rowKey),
  );
  // Fish that is promised stays in the cold room: it is brought out by hand, piece by piece.
  const fit = rows.filter((r) => r.freeGrams === r.grams);
  const chosen = fit.filter((r) => !left.includes(rowKey(r)));
  const go = async () => {
    const outcome = await send({
      rows: chosen.map(keyOf),
      to: way === 'fill' ? 'place:slab' : 'place:cold_room',
    });
    if (outcome.ok) onClose();
  };
  return (
    <Dialog open title={way === 'fill' ? say('fill_the_slab') : say('clear_the_slab')} onClose={onClose}>
      <p className="pb-2 text-ink2">
        {way === 'fill'
          ? say('places_are_free_what_ends_first_is', { free })
          : say('everything_goes_back', { place: placeName('place:cold_room') })}
      </p>
      <TickList
        rows={fit}
        nameOf={(r) => r.itemName}
        ticked={(r) => !left.includes(rowKey(r))}
        onTick={(r, on) => setLeft((had) => (on ? had.filter((k) => k !== rowKey(r)) : [...had, rowKey(r)]))}
      />
      {fit.length === 0 && <p className="py-3 text-ink2">{say('nothing_that_could_be_brought_out')}</p>}
      <Refused problem={problem} />
      <div className="flex gap-3 pt-4">
        <Button
          kind="main"
          busy={busy}
          notYet={chosen.length === 0 ? say('nothing_is_chosen') : null}
          onPress={() => void go()}
        >
          {way === 'fill'
            ? say('bring_out', { chosen: chosen.length })
            : say('take_back', { chosen: chosen.length })}
        </Button>
        <Button onPress={onClose}>{say('not_now')}</Button>
      </div>
    </Dialog>
  );
}
