import type { StockRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { MoneyField, SelectField, TextField, wholeNumber, type Weight } from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Advice } from './Advice.tsx';
import { Amount } from './Amount.tsx';
import { keyOf } from './bag.ts';
import { rowKey } from '../../parts/rowKey.ts';
import { MoveDialog } from './MoveDialog.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { say } from './say.ts';

const reasons = [
  say('out_of_life_2'),
  say('damaged'),
  say('dropped'),
  say('no_buyer'),
  say('rejected'),
  say('staff_meal'),
  say('fish_cakes'),
  say('stock'),
] as const;
/** From here on the button says how much it is, g: nobody bins kilograms without reading it. */
const large = 2000;
type What = 'move' | 'discard' | 'price' | 'advice';

interface Props {
  row: StockRow;
  layout: readonly { name: string; places: number }[];
  onDone: () => void;
  manager: boolean;
}

/** What can be done with the chosen row beside selling it. */
export function RowActions({ row, layout, onDone, manager }: Props) {
  const dispatch = useAppDispatch();
  const [what, setWhat] = useState<What | null>(null);
  const markUp = useChange(routes.prices.markUp);
  const marked = row.pricePerKg !== null && row.fullPerKg !== null && row.pricePerKg < row.fullPerKg;
  const end = async () => {
    const outcome = await markUp.send(keyOf(row));
    if (!outcome.ok) dispatch(notify({ text: outcome.problem.detail ?? '', problem: true }));
  };
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line pt-2">
      <p className="min-w-[220px] flex-1 text-note text-ink2">
        <strong className="font-figure text-label font-semibold text-ink">{row.itemName}</strong>{' '}
        {say('lot', {
          parents:
            row.parents.length > 1
              ? row.parents.map((p) => `${p.code} ${p.speciesName}`).join(', ')
              : row.code,
          daysLeft:
            row.daysLeft === null
              ? say('not_graded')
              : say('days_left', { daysLeft: row.daysLeft.toFixed(1) }),
        })}
        {row.fitFor && ` ${say('fit_for', { fitFor: row.fitFor })}`} · {row.blocked ?? row.cautions.join(' ')}
      </p>
      <Button small onPress={() => setWhat('advice')}>
        {say('tell_the_customer')}
      </Button>
      <Button small onPress={() => setWhat('move')}>
        {row.place === 'place:slab' ? say('move_2') : say('bring_it_out')}
      </Button>
      <Button small onPress={() => setWhat('discard')}>
        {say('bin')}
      </Button>
      {manager && marked && (
        <Button small busy={markUp.busy} onPress={() => void end()}>
          {say('full_price_again')}
        </Button>
      )}
      {manager && (
        <Button small onPress={() => setWhat('price')}>
          {say('price', { fullPerKg: row.fullPerKg === null ? '' : formatMoney(row.fullPerKg) })}
        </Button>
      )}
      {what === 'move' && (
        <MoveDialog
          row={row}
          layout={layout}
          onDone={() => {
            setWhat(null);
            onDone();
          }}
          onClose={() => setWhat(null)}
        />
      )}
      {what === 'discard' && <Discard row={row} onDone={onDone} onClose={() => setWhat(null)} />}
      {what === 'price' && <Price row={row} onClose={() => setWhat(null)} />}
      {what === 'advice' && <Advice row={row} onClose={() => setWhat(null)} />}
    </div>
  );
}

/** To the bin or to the kitchen, with a reason. */
function Discard({ row, onDone, onClose }: { row: StockRow; onDone: () => void; onClose: () => void }) {
  const draft = useDraft(`bin ${rowKey(row)}`);
  const dispatch = useAppDispatch();
  const mass = useMass();
  const { send, busy, problem } = useChange(routes.counter.discard, draft);
  const [weight, setWeight] = useKept<Weight | null>(draft, 'weight', {
    grams: row.freeGrams,
    source: 'estimated',
  });
  const [pieces, setPieces] = useKept(draft, 'pieces', String(row.freePieces));
  const [to, setTo] = useKept<'waste' | 'kitchen'>(draft, 'to', 'waste');
  const [reason, setReason] = useKept<string>(draft, 'reason', '');
  const go = async () => {
    const outcome = await send({
      ...keyOf(row),
      grams: weight?.grams ?? 0,
      pieces: row.pieces > 0 ? (wholeNumber(pieces) ?? 0) : 0,
      to,
      reason,
    });
    if (!outcome.ok) return;
    dispatch(
      notify({
        text: say('gone', { item: `${shortName(row.speciesName)}, ${row.itemName}`, to }),
        problem: false,
        act: outcome.data.id,
      }),
    );
    onDone();
  };
  return (
    <Dialog open title={say('bin_it_or_use_it_in_the_kitchen')} onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void go();
        }}
      >
        <Amount
          row={row}
          weight={weight}
          setWeight={setWeight}
          pieces={pieces}
          setPieces={setPieces}
          act={say('take_weight')}
        />
        <div className="grid grid-cols-2 gap-5">
          <SelectField
            label={say('to')}
            value={to}
            onChange={setTo}
            options={[
              { value: 'waste', name: say('the_bin') },
              { value: 'kitchen', name: say('the_kitchen') },
            ]}
          />
          <SelectField
            label={say('reason')}
            value={reason}
            onChange={setReason}
            empty={say('choose')}
            options={reasons.map((r) => ({ value: r, name: r }))}
          />
        </div>
        <Refused problem={problem} />
        <div className="flex gap-3">
          <Button submit kind="main" busy={busy} notYet={reason ? null : say('choose_the_reason')}>
            {(weight?.grams ?? 0) >= large
              ? say(to === 'waste' ? 'yes_bin_all_of_it' : 'yes_use_all_of_it', {
                  grams: mass(weight!.grams),
                })
              : to === 'waste'
                ? say('bin_it')
                : say('use_it')}
          </Button>
          <Button onPress={draft.leave(onClose)}>{say('cancel')}</Button>
        </div>
      </form>
    </Dialog>
  );
}

/** The price of this fish in this form, for every row of it. */
function Price({ row, onClose }: { row: StockRow; onClose: () => void }) {
  const draft = useDraft(`price ${row.speciesId} ${row.item}`);
  const { send, busy, problem } = useChange(routes.prices.set, draft);
  const byPiece = row.pricePerPiece !== null;
  const [perKg, setPerKg] = useKept(draft, 'perKg', byPiece ? row.pricePerPiece : row.fullPerKg);
  // The price that stood there when this one was thought of.
  const [was, setWas] = useKept(draft, 'was', row.fullPerKg);
  const [reason, setReason] = useKept(draft, 'reason', '');
  const go = async () => {
    const outcome = await send({
      speciesId: row.speciesId,
      item: row.item,
      was,
      perKg: perKg ?? 0,
      perPiece: byPiece ? perKg : null,
      reason,
    });
    if (outcome.ok) onClose();
    else if (outcome.problem.code === 'stale')
      setWas((outcome.problem.current as { was: number | null }).was);
  };
  return (
    <Dialog
      open
      title={say('price_a_kilogram', { speciesName: row.speciesName, itemName: row.itemName })}
      onClose={onClose}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void go();
        }}
      >
        <div className="grid grid-cols-2 gap-5">
          <MoneyField
            label={byPiece ? say('price_a_piece') : say('price_a_kg')}
            value={perKg}
            onChange={setPerKg}
            note={
              byPiece || was === null
                ? byPiece
                  ? ''
                  : say('none_yet')
                : say('now', { was: formatMoney(was) })
            }
          />
          <TextField
            label={say('why')}
            value={reason}
            onChange={setReason}
            note={say('kept_with_the_price')}
          />
        </div>
        <Refused problem={problem} />
        <div className="flex gap-3">
          <Button submit kind="main" busy={busy} notYet={perKg === null ? say('say_the_price') : null}>
            {say('set_the_price')}
          </Button>
          <Button onPress={draft.leave(onClose)}>{say('cancel')}</Button>
        </div>
      </form>
    </Dialog>
  );
}
