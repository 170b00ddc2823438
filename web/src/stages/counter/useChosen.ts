import type { StockRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useRef, useState } from 'react';
import { useKeys } from '../../app/keys.ts';
import { useTakeWeight, weighedSource } from '../../app/takeWeight.tsx';
import type { Weight } from '../../parts/Field.tsx';
import { formatMoney } from '../../parts/money.ts';
import { keyOf, meant, onlyPlace, pricedBy } from './bag.ts';
import { rowKey } from '../../parts/rowKey.ts';
import { useBag } from './useBag.ts';
import { say } from './say.ts';

export const nameOf = (r: StockRow) => `${shortName(r.speciesName)}, ${r.itemName}`;

type Layout = readonly { name: string; places: number }[];

/** The row in hand: chosen by tap, by its place or by a scan, counted, and put in the bag by its weight. */
export function useChosen(rows: StockRow[] | undefined, layout: Layout) {
  const [chosenKey, setChosen] = useState<string | null>(null);
  const [count, setCount] = useState(1);
  const [unweighed, setUnweighed] = useState(false);
  const [asked, setAsked] = useState('');
  const find = useRef<HTMLInputElement>(null);
  const bag = useBag(rows, setChosen);
  const chosen = rows?.find((r) => rowKey(r) === chosenKey);
  const pieces = chosen && chosen.freePieces > 0 ? Math.min(count, chosen.freePieces) : 0;
  const sellable =
    chosen && bag.maySell && !chosen.blocked && chosen.saleable && chosen.pricePerKg !== null ? chosen : null;
  const bagIt = (weight: Weight) => {
    if (!sellable) return;
    bag.add({ ...keyOf(sellable), ...weight, pieces, ...pricedBy(sellable), name: nameOf(sellable) });
    setCount(1);
    setUnweighed(false);
  };
  useTakeWeight(
    sellable && {
      act: say('into_the_bag'),
      title: say('a_kg_3', {
        sellable: nameOf(sellable),
        unit: pricedBy(sellable).unit,
        pricePerKg: formatMoney(pricedBy(sellable).perKg),
      }),
      detail: [
        say('lot_4', { code: sellable.code }),
        ...(pieces > 0 ? [say('on_the_pan_pieces', { pieces })] : []),
        ...sellable.cautions.slice(-1),
      ].join(' · '),
      onTake: (r) => bagIt({ grams: r.grams, source: weighedSource(r) }),
    },
    `${chosenKey} ${pieces} ${sellable?.pricePerKg} ${sellable?.pricePerPiece}`,
  );
  const ask = (text: string) => {
    setAsked(text);
    find.current?.focus();
  };
  useKeys({
    Escape: () => setChosen(null),
    '/': () => ask(''),
    '+': () => setCount((n) => n + 1),
    '-': () => setCount((n) => Math.max(1, n - 1)),
    // A letter of a row begins the name of a place: B, then 3. T and L are the scale's and the lock's, O other goods.
    ...Object.fromEntries(
      layout
        .filter((r) => !['T', 'L', 'C', 'O'].includes(r.name))
        .map((r) => [r.name.toLowerCase(), () => ask(r.name)]),
    ),
    ...(layout.some((r) => r.name === 'C') && bag.lines.length === 0 ? { c: () => ask('C') } : {}),
  });
  const stopAsking = () => {
    setAsked('');
    find.current?.blur();
  };
  const settle = (r: StockRow | undefined) => {
    if (!r) return;
    setChosen(rowKey(r));
    setCount(1);
    stopAsking();
  };
  return {
    bag,
    chosen,
    chosenKey,
    pieces,
    sellable,
    bagIt,
    unweighed,
    setUnweighed,
    setCount,
    asked,
    find,
    stopAsking,
    settle,
    /** What is typed into the search; where it can mean one place only, that is taken at once. */
    type: (text: string) => {
      setAsked(text);
      if (rows && onlyPlace(layout, text)) settle(meant(rows, text)[0]);
    },
    putDown: () => setChosen(null),
    choose: (r: StockRow | null) => {
      setChosen(r && rowKey(r) !== chosenKey ? rowKey(r) : null);
      setCount(1);
      bag.forget();
    },
    hint: !bag.maySell
      ? say('the_counter_sells_you_are_signed')
      : chosen
        ? (chosen.blocked ??
          (chosen.pricePerKg === null
            ? say('no_price_for_it_yet')
            : say('weigh_it_the_corner_puts_it_in_the')))
        : say('choose_a_tray_by_tap_by_its_place'),
  };
}
