import type { MarkdownOffer, StockRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useRead } from '../../app/api.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { MarkdownDialog } from './MarkdownDialog.tsx';
import { say } from './say.ts';

interface Known {
  empty: boolean;
  over: StockRow | null;
  first: MarkdownOffer | undefined;
  ends: StockRow | undefined;
  today: string;
}

/** What is to be done first, in one line. */
function titleOf({ empty, over, first, ends, today }: Known): string {
  if (empty) return say('nothing_in_stock');
  if (over)
    return say('take_the_off', {
      speciesName: shortName(over.speciesName).toLowerCase(),
      itemName: over.itemName,
    });
  if (first)
    return say('sell_the', {
      first: first.name.toLowerCase(),
      sellBy: first.sellBy === today ? ` ${say('today')}` : '',
    });
  return ends
    ? say('sell_the_today', {
        speciesName: shortName(ends.speciesName).toLowerCase(),
        itemName: ends.itemName,
      })
    : say('nothing_has_to_go_today');
}

/** The answer first: what has to go, and at what price it would. */
export function CounterHead({ ends, empty }: { ends: StockRow | undefined; empty: boolean }) {
  const { me } = useShop();
  const { today, dayWords } = useTimes();
  const mass = useMass();
  const { data: offers } = useRead(routes.prices.markdowns, { skip: me.role === 'bench' });
  const [looking, setLooking] = useState<MarkdownOffer | null>(null);
  const over = ends?.sellBy === null ? ends : null;
  // What is past its life comes before what sells better for less.
  const first = over ? undefined : (offers ?? []).find((o) => o.path[0]!.step > 0);
  const title = titleOf({ empty, over, first, ends, today: today() });
  const other = (offers ?? []).length - (first ? 1 : 0);
  return (
    <div className="flex items-center gap-x-6 pb-1 max-md:flex-wrap">
      <h1 className="text-head max-sm:text-big">{title}</h1>
      {over && (
        <p className="min-w-[250px] flex-1 text-ink2">
          {say('past_its_life_lot', {
            grams: mass(over.grams),
            spot: over.spot ? say('in', { spot: over.spot }) : say('behind_the_slab'),
            code: over.code,
          })}
          <br />
          {say('bin_it_with_its_reason_or_use_it')}
        </p>
      )}
      {first && (
        <p className="min-w-[250px] flex-1 text-ink2">
          {say('out_of_life', {
            grams: mass(first.grams),
            spot: first.spot ? ` ${say('in', { spot: first.spot })}` : '',
            sellBy: dayWords(first.sellBy),
          })}
          <br />
          {say('at_at_would', {
            perKg: formatMoney(first.perKg),
            left: first.left === 0 ? say('it_should_all_go') : say('would_stay', { left: mass(first.left) }),
            fullPerKg: formatMoney(first.fullPerKg),
            leftAtFull: mass(first.atFullPrice.left),
          })}
        </p>
      )}
      {other > 0 && (
        <button
          type="button"
          className="why why-wet shrink-0"
          onClick={() => setLooking(offers![first ? 1 : 0]!)}
        >
          {say('more_to_look_at', { other })}
        </button>
      )}
      {first && (
        <Button
          notYet={me.role === 'manager' ? null : say('the_manager_marks_down')}
          onPress={() => setLooking(first)}
        >
          {say('mark_down_to', { perKg: formatMoney(first.perKg) })}
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
