import { routes } from '@ember-slate/contract/routes';
import { moneyFor, toPayFor, type Unit } from '@ember-slate/core/prices';
import { useState, type ReactNode } from 'react';
import { useRead } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { useKeys } from '../../app/keys.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { MoneyField, TextField } from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { formatMoney } from '../../parts/money.ts';
import { OtherGoods } from './OtherGoods.tsx';
import { rowKey } from '../../parts/rowKey.ts';
import type { Bag } from './useBag.ts';
import { say } from './say.ts';

/** Takes notes and coins: what was given, and what goes back. */
function Cash({
  total,
  onPaid,
  onClose,
}: {
  total: number;
  onPaid: (given: number | null) => void;
  onClose: () => void;
}) {
  const [given, setGiven] = useState<number | null>(null);
  const back = given === null ? 0 : given - total;
  return (
    <Dialog open title={say('in_cash', { total: formatMoney(total) })} onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (back >= 0) onPaid(given);
        }}
      >
        <MoneyField
          label={say('given')}
          value={given}
          onChange={setGiven}
          note={say('empty_the_sum_itself')}
        />
        <p className="flex items-baseline justify-between border-t border-line py-2">
          <span>{back < 0 ? say('still_missing') : say('change')}</span>
          <span className="font-figure text-head font-semibold">{formatMoney(Math.abs(back))}</span>
        </p>
        <div className="flex gap-3">
          <Button submit kind="main" notYet={back < 0 ? say('not_enough_yet') : null}>
            {say('paid')}
          </Button>
          <Button onPress={onClose}>{say('cancel')}</Button>
        </div>
      </form>
    </Dialog>
  );
}

/** What somebody pays for one line of the bag, whatever is in it. */
interface Priced {
  name: string;
  unit: Unit;
  price: number;
  reason: string;
  onChange: (price: number, reason: string) => void;
}

/** Another price for this customer, with the reason; the books keep what the list said beside it. */
function OtherPrice({ of, onClose }: { of: Priced; onClose: () => void }) {
  const [price, setPrice] = useState<number | null>(of.price);
  const [reason, setReason] = useState(of.reason);
  return (
    <Dialog open title={say('another_price_for', { line: of.name.toLowerCase() })} onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (price === null || reason.trim() === '') return;
          of.onChange(price, reason.trim());
          onClose();
        }}
      >
        <div className="grid grid-cols-2 gap-5">
          <MoneyField
            label={of.unit === 'kg' ? say('price_a_kg') : say('price_a_piece')}
            value={price}
            onChange={setPrice}
          />
          <TextField
            label={say('why')}
            value={reason}
            onChange={setReason}
            placeholder={say('broken_promised_given')}
          />
        </div>
        <div className="flex gap-3">
          <Button
            submit
            kind="main"
            notYet={price === null ? say('say_the_price') : reason.trim() === '' ? say('say_why') : null}
          >
            {say('sell_it_for_that')}
          </Button>
          <Button onPress={onClose}>{say('cancel')}</Button>
        </div>
      </form>
    </Dialog>
  );
}

/** Whose account the bag goes on: a customer the shop knows, or a new one by name. */
function OnAccount({ onClose, onPaid }: { onClose: () => void; onPaid: (customer: string) => void }) {
  const { data: known } = useRead(routes.orders.customers);
  const [name, setName] = useState('');
  const who = name.trim();
  return (
    <Dialog open title={say('on_whose_account')} onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (who !== '') onPaid(who);
        }}
      >
        <Picker
          free
          label={say('customer')}
          value={name}
          onChange={setName}
          options={(known ?? []).map((k) => ({ value: k.name, name: k.name, detail: k.phone }))}
        />
        <div className="flex gap-3">
          <Button submit kind="main" notYet={who === '' ? say('say_whose_account') : null}>
            {say('on_account')}
          </Button>
          <Button onPress={onClose}>{say('cancel')}</Button>
        </div>
      </form>
    </Dialog>
  );
}

/** One line of the bag: what it is, how much at what price, what it comes to. */
function InBag({
  of,
  amount,
  labelPrice,
  onPrice,
  onOut,
}: {
  of: Priced;
  /** Grams or pieces. */
  amount: number;
  labelPrice?: number | null;
  onPrice: (of: Priced) => void;
  onOut: () => void;
}) {
  const mass = useMass();
  return (
    <li className="w-[158px] shrink-0 border-l border-line pl-3">
      <div className="truncate font-figure text-[16px] leading-5 font-semibold" title={of.name}>
        {of.name}
      </div>
      <div className="flex justify-between text-note text-ink2">
        <span>
          {say('at', { grams: of.unit === 'kg' ? mass(amount) : String(amount) })}{' '}
          <button
            type="button"
            className="underline decoration-rule underline-offset-2"
            onClick={() => onPrice(of)}
          >
            {formatMoney(of.price)}
          </button>
        </span>
      </div>
      <div className="flex items-baseline justify-between font-figure text-row leading-6 font-semibold">
        {formatMoney(moneyFor(of.unit, amount, of.price))}
        <button type="button" className="why pr-1" onClick={onOut}>
          {say('out')}
        </button>
      </div>
      {typeof labelPrice === 'number' && (
        <div className="text-note text-ink2">
          {say('its_label_says', { labelPrice: formatMoney(labelPrice) })}
        </div>
      )}
    </li>
  );
}

/** Every line of the bag, or what to do while there is none. */
function BagLines({ bag, hint, onPrice }: { bag: Bag; hint: string; onPrice: (of: Priced) => void }) {
  return (
    <ul className="flex min-w-[180px] flex-1 gap-3 overflow-x-auto" aria-label={say('in_the_bag')}>
      {bag.lines.map((l, i) => (
        <InBag
          key={`${rowKey(l)} ${i}`}
          of={{
            name: l.name,
            unit: l.unit ?? 'kg',
            price: l.perKg,
            reason: l.priceReason ?? '',
            onChange: (perKg, priceReason) => bag.change(l, { perKg, priceReason }),
          }}
          amount={l.unit === 'piece' ? l.pieces : l.grams}
          labelPrice={l.labelPrice ?? null}
          onPrice={onPrice}
          onOut={() => bag.out(l)}
        />
      ))}
      {bag.articles.map((a) => (
        <InBag
          key={a.articleId}
          of={{
            name: a.name,
            unit: a.unit,
            price: a.price,
            reason: a.priceReason ?? '',
            onChange: (price, priceReason) => bag.changeArticle(a, { price, priceReason }),
          }}
          amount={a.amount}
          onPrice={onPrice}
          onOut={() => bag.out(a)}
        />
      ))}
      {bag.lines.length + bag.articles.length === 0 && (
        <li className="self-center text-ink3">
          {bag.given ? (
            <span className="text-ink2">
              {say('given_and_change', {
                given: formatMoney(bag.given.given),
                change: formatMoney(bag.given.given - bag.given.total),
              })}
            </span>
          ) : (
            hint
          )}
        </li>
      )}
    </ul>
  );
}

/** The bag of the customer at the glass, with what it comes to. */
export function BagBar({ bag, hint, children }: { bag: Bag; hint: string; children?: ReactNode }) {
  const [cash, setCash] = useState(false);
  const [owing, setOwing] = useState(false);
  const [priced, setPriced] = useState<Priced | null>(null);
  const [goods, setGoods] = useState(false);
  const { shop } = useShop();
  const total = toPayFor(bag.lines, shop.tax, bag.articles);
  const items = bag.lines.length + bag.articles.length;
  const empty = items === 0;
  const notYet = !bag.maySell ? say('the_counter_sells') : empty ? say('the_bag_is_empty') : null;
  useKeys({
    Backspace: () => {
      const last = bag.articles.at(-1) ?? bag.lines.at(-1);
      if (last) bag.out(last);
    },
  });
  return (
    <div className="flex min-h-[84px] flex-wrap items-center gap-x-4 gap-y-2 border-t border-line py-2">
      <div className="w-[64px] shrink-0">
        <div className="font-figure text-row font-semibold">{say('bag')}</div>
        <div className="text-note text-ink2">{empty ? say('empty') : say('items', { items })}</div>
      </div>
      <BagLines bag={bag} hint={hint} onPrice={setPriced} />
      {children}
      {bag.maySell && (
        <Button small hotkey="O" onPress={() => setGoods(true)}>
          {say('other_goods')}
        </Button>
      )}
      {bag.problem && (
        <p role="alert" className="max-w-[230px] border-b-[3px] border-emberline pb-1 text-note">
          {bag.problem.errors?.[0]?.message ?? bag.problem.detail}
        </p>
      )}
      <div className="ml-auto flex shrink-0 items-center gap-3">
        <span className="font-figure text-[38px] leading-10 font-semibold" aria-label={say('to_pay')}>
          {formatMoney(total)}
        </span>
        <Button hotkey="C" busy={bag.busy} notYet={notYet} onPress={() => setCash(true)}>
          {say('cash')}
        </Button>
        <Button
          kind="main"
          hotkey="Enter"
          busy={bag.busy}
          notYet={notYet}
          onPress={() => void bag.pay('card')}
        >
          {say('card')}
        </Button>
        {!empty && !bag.busy && (
          <button type="button" className="why" onClick={() => setOwing(true)}>
            {say('on_account')}
          </button>
        )}
      </div>
      {owing && (
        <OnAccount
          onClose={() => setOwing(false)}
          onPaid={(customer) => {
            setOwing(false);
            void bag.pay('account', customer);
          }}
        />
      )}
      {cash && (
        <Cash
          total={total}
          onClose={() => setCash(false)}
          onPaid={(given) => {
            setCash(false);
            void bag.payCash(given, total);
          }}
        />
      )}
      {priced && <OtherPrice of={priced} onClose={() => setPriced(null)} />}
      {goods && <OtherGoods bag={bag} onClose={() => setGoods(false)} />}
    </div>
  );
}
