import type { StockRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { lastProblem, useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { SelectField, TextField, wholeNumber, type Weight } from '../../parts/Field.tsx';
import { isOfKind } from '@ember-slate/core/ledger';
import { usePlaceName, useShop } from '../../app/shop.tsx';
import { Amount } from './Amount.tsx';
import { keyOf } from './bag.ts';
import { rowKey } from '../../parts/rowKey.ts';
import { Refused } from '../../parts/Refused.tsx';
import { say } from './say.ts';

type Place = StockRow['place'];

interface Props {
  row: StockRow;
  layout: readonly { name: string; places: number }[];
  /** The place of the slab it is meant for. */
  spot?: string;
  onDone: () => void;
  onClose: () => void;
}

/** Where to: a place of the shop, and on the slab the place along it. */
function Where({
  row,
  layout,
  to,
  setTo,
  at,
  setAt,
}: Pick<Props, 'row' | 'layout'> & {
  to: Place;
  setTo: (to: Place) => void;
  at: string;
  setAt: (at: string) => void;
}) {
  const placeName = usePlaceName();
  const { shop } = useShop();
  const codes = layout.flatMap((r) => Array.from({ length: r.places }, (_, i) => `${r.name}${i + 1}`));
  return (
    <div className="grid grid-cols-2 gap-5">
      <SelectField
        label={say('to')}
        value={to}
        onChange={setTo}
        options={shop.keeps
          .filter((p) => p !== row.place || p === 'place:slab')
          .map((p) => ({
            value: p,
            name: p === row.place ? say('another_place_of_the_slab') : placeName(p),
          }))}
      />
      {to === 'place:slab' && (
        <SelectField
          label={say('at_2')}
          value={at}
          onChange={setAt}
          empty={say('the_first_free_place')}
          options={codes.map((c) => ({ value: c, name: c }))}
        />
      )}
    </div>
  );
}

/** What is frozen thaws in the cold room; what lies on the slab goes back there, all else comes out. */
const usuallyTo = (row: StockRow, spot: string | undefined): Place =>
  isOfKind(row.place, 'freezer') || (row.place === 'place:slab' && spot === undefined)
    ? 'place:cold_room'
    : 'place:slab';

/** Moves a row, or puts it at another place of the slab: bringing out, taking back, freezing, thawing. */
export function MoveDialog({ row, layout, spot, onDone, onClose }: Props) {
  const draft = useDraft(`move ${rowKey(row)} ${spot ?? ''}`);
  const dispatch = useAppDispatch();
  const put = useChange(routes.counter.putAt);
  const move = useChange(routes.counter.move, draft);
  // Moving usually means all of it.
  const [weight, setWeight] = useKept<Weight | null>(draft, 'weight', {
    grams: row.freeGrams,
    source: 'estimated',
  });
  const [pieces, setPieces] = useKept(draft, 'pieces', String(row.freePieces));
  const [to, setTo] = useKept<Place>(draft, 'to', usuallyTo(row, spot));
  const [at, setAt] = useKept(draft, 'at', spot ?? row.spot ?? '');
  const [reason, setReason] = useKept(draft, 'reason', '');
  const problem = lastProblem(move, put);
  const staysOnSlab = to === 'place:slab' && row.place === 'place:slab';
  const go = async () => {
    if (staysOnSlab) {
      const atSpot = await put.send({ ...keyOf(row), spot: at });
      if (atSpot.ok) onDone();
      return;
    }
    const outcome = await move.send({
      ...keyOf(row),
      grams: weight?.grams ?? 0,
      pieces: row.pieces > 0 ? (wholeNumber(pieces) ?? 0) : 0,
      to,
      spot: to === 'place:slab' && at !== '' ? at : null,
      reason,
    });
    if (!outcome.ok) return;
    dispatch(
      notify({
        text: say('moved_it', { item: `${shortName(row.speciesName)}, ${row.itemName}` }),
        problem: false,
        act: outcome.data.id,
      }),
    );
    onDone();
  };
  const caution = isOfKind(to, 'freezer')
    ? say('freeze_while_it_is_good_wrapped')
    : isOfKind(row.place, 'freezer')
      ? say('thaw_in_the_cold_room_out_of_its')
      : null;
  return (
    <Dialog
      open
      title={say('move', { speciesName: shortName(row.speciesName).toLowerCase(), itemName: row.itemName })}
      onClose={onClose}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void go();
        }}
      >
        <Where {...{ row, to, setTo, at, setAt, layout }} />
        {!staysOnSlab && (
          <Amount
            row={row}
            weight={weight}
            setWeight={setWeight}
            pieces={pieces}
            setPieces={setPieces}
            act={say('take_weight')}
          />
        )}
        {caution && <p className="pb-3 text-ink2">{caution}</p>}
        {(isOfKind(to, 'freezer') || problem?.errors?.[0]?.path === 'reason') && (
          <TextField
            label={say('why_now')}
            value={reason}
            onChange={setReason}
            note={say('asked_when_it_is_late_for_it')}
          />
        )}
        <Refused problem={problem} />
        <div className="flex gap-3">
          <Button
            submit
            kind="main"
            busy={move.busy || put.busy}
            notYet={staysOnSlab && at === '' ? say('choose_the_place') : null}
          >
            {say('move_it')}
          </Button>
          <Button onPress={draft.leave(onClose)}>{say('cancel')}</Button>
        </div>
      </form>
    </Dialog>
  );
}
