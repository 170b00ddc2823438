import { contract, type MarkdownOffer, type StockRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useRead } from '../../app/api.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { MarkdownDialog } from './MarkdownDialog.tsx';

interface Known {
  empty: boolean;
  over: StockRow | null;
  first: MarkdownOffer | undefined;
  ends: StockRow | undefined;
  today: string;
}

/** What is to be done first, in one line. */
function titleOf({ empty, over, first, ends, today }: Known): string {
  if (empty) return 'Nothing in stock';
  if (over) return `Take the ${shortName(over.speciesName).toLowerCase()}, ${over.itemName} off`;
  if (first) return `Sell the ${first.name.toLowerCase()}${first.sellBy === today ? ' today' : ''}`;
  return ends
    ? `Sell the ${shortName(ends.speciesName).toLowerCase()}, ${ends.itemName} today`
    : 'Nothing has to go today';
}

/** The answer first: what has to go, and at what price it would. */
export function CounterHead({ ends, empty }: { ends: StockRow | undefined; empty: boolean }) {
  const { me } = useShop();
  const { today, dayWords } = useTimes();
  const mass = useMass();
  const { data: offers } = useRead(contract.prices.markdowns, { skip: me.role === 'bench' });
  const [looking, setLooking] = useState<MarkdownOffer | null>(null);
  const over = ends?.sellBy === null ? ends : null;
  // What is past its life comes before what sells better for less.
  const first = over ? undefined : (offers ?? []).find((o) => o.path[0]!.step > 0);
  const title = titleOf({ empty, over, first, ends, today: today() });
  const other = (offers ?? []).length - (first ? 1 : 0);
  return (
    <div className="flex items-center gap-x-6 pb-1 max-sm:flex-wrap">
      <h1 className="text-head max-sm:text-big">{title}</h1>
      {over && (
        <p className="min-w-[250px] flex-1 text-ink2">
          Past its life: {mass(over.grams)} {over.spot ? `in ${over.spot}` : 'behind the slab'}, lot{' '}
          {over.code}.
          <br />
          Bin it with its reason, or use it in the kitchen if it is sound.
        </p>
      )}
      {first && (
        <p className="min-w-[250px] flex-1 text-ink2">
          {mass(first.grams)}
          {first.spot ? ` in ${first.spot}` : ''}, out of life {dayWords(first.sellBy)}.
          <br />
          At {formatMoney(first.perKg)}{' '}
          {first.left === 0 ? 'it should all go' : `${mass(first.left)} would stay`}; at{' '}
          {formatMoney(first.fullPerKg)} {mass(first.atFullPrice.left)} would.
        </p>
      )}
      {other > 0 && (
        <button type="button" className="why shrink-0" onClick={() => setLooking(offers![first ? 1 : 0]!)}>
          {other} more to look at
        </button>
      )}
      {first && (
        <Button
          notYet={me.role === 'manager' ? null : 'the manager marks down'}
          onPress={() => setLooking(first)}
        >
          Mark down to {formatMoney(first.perKg)}
        </Button>
      )}
      {looking && (
        <MarkdownDialog
          key={`${looking.lotId} ${looking.item} ${looking.batch}`}
          offers={offers ?? []}
          offer={looking}
          onLook={setLooking}
          onClose={() => setLooking(null)}
        />
      )}
    </div>
  );
}
