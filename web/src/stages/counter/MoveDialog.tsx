import { contract, type Problem, type StockRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { SelectField, TextField, wholeNumber, type Weight } from '../../parts/Field.tsx';
import { Amount, placeNames } from './Amount.tsx';
import { keyOf, rowKey } from './bag.ts';
import { Refused } from '../../parts/Refused.tsx';

type Place = StockRow['place'];

interface Props {
  row: StockRow;
  layout: readonly { name: string; places: number }[];
  /** The place of the slab it is meant for. */
  spot?: string;
  onDone: () => void;
  onClose: () => void;
}

/** Moves a row, or puts it at another place of the slab: bringing out, taking back, freezing, thawing. */
export function MoveDialog({ row, layout, spot, onDone, onClose }: Props) {
  const draft = useDraft(`move ${rowKey(row)} ${spot ?? ''}`);
  const { send, busy } = useChange(contract.counter.move, draft);
  const put = useChange(contract.counter.putAt);
  // Moving usually means all of it.
  const [weight, setWeight] = useKept<Weight | null>(draft, 'weight', {
    grams: row.freeGrams,
    source: 'estimated',
  });
  const [pieces, setPieces] = useKept(draft, 'pieces', String(row.freePieces));
  const [to, setTo] = useKept<Place>(
    draft,
    'to',
    // What is frozen thaws in the cold room.
    row.place === 'place:freezer' || (row.place === 'place:slab' && spot === undefined)
      ? 'place:cold_room'
      : 'place:slab',
  );
  const [at, setAt] = useKept(draft, 'at', spot ?? row.spot ?? '');
  const [reason, setReason] = useKept(draft, 'reason', '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const staysOnSlab = to === 'place:slab' && row.place === 'place:slab';
  const codes = layout.flatMap((r) => Array.from({ length: r.places }, (_, i) => `${r.name}${i + 1}`));
  const go = async () => {
    const outcome = staysOnSlab
      ? await put.send({ ...keyOf(row), spot: at })
      : await send({
          ...keyOf(row),
          grams: weight?.grams ?? 0,
          pieces: row.pieces > 0 ? (wholeNumber(pieces) ?? 0) : 0,
          to,
          spot: to === 'place:slab' && at !== '' ? at : null,
          reason,
        });
    if (outcome.ok) onDone();
    else setProblem(outcome.problem);
  };
  const caution =
    to === 'place:freezer'
      ? 'Freeze while it is good: wrapped tight, flat, dated. Once thawed it is never frozen again raw. Freezing down kills no bacteria and takes no histamine away.'
      : row.place === 'place:freezer'
        ? 'Thaw in the cold room, out of its own water. It is sold as defrosted, within two days.'
        : null;
  return (
    <Dialog
      open
      title={`Move ${shortName(row.speciesName).toLowerCase()}, ${row.itemName}`}
      onClose={onClose}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void go();
        }}
      >
        <div className="grid grid-cols-2 gap-5">
          <SelectField
            label="To"
            value={to}
            onChange={setTo}
            options={(Object.keys(placeNames) as Place[])
              .filter((p) => p !== row.place || p === 'place:slab')
              .map((p) => ({
                value: p,
                name: p === row.place ? 'another place of the slab' : placeNames[p],
              }))}
          />
          {to === 'place:slab' && (
            <SelectField
              label="At"
              value={at}
              onChange={setAt}
              empty="the first free place"
              options={codes.map((c) => ({ value: c, name: c }))}
            />
          )}
        </div>
        {!staysOnSlab && (
          <Amount
            row={row}
            weight={weight}
            setWeight={setWeight}
            pieces={pieces}
            setPieces={setPieces}
            act="Take weight"
          />
        )}
        {caution && <p className="pb-3 text-ink2">{caution}</p>}
        {(to === 'place:freezer' || problem?.errors?.[0]?.path === 'reason') && (
          <TextField
            label="Why now"
            value={reason}
            onChange={setReason}
            note="asked when it is late for it"
          />
        )}
        <Refused problem={problem} />
        <div className="flex gap-3">
          <Button
            submit
            kind="main"
            busy={busy || put.busy}
            notYet={staysOnSlab && at === '' ? 'choose the place' : null}
          >
            Move it
          </Button>
          <Button onPress={draft.leave(onClose)}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
