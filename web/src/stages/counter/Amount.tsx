import type { StockRow } from '@ember-slate/contract';
import { TextField, WeightField, type Weight } from '../../parts/Field.tsx';
import { say } from './say.ts';

/** How much of a row, from the scale or typed. */
export function Amount({
  row,
  weight,
  setWeight,
  pieces,
  setPieces,
  act,
}: {
  row: StockRow;
  weight: Weight | null;
  setWeight: (w: Weight | null) => void;
  pieces: string;
  setPieces: (p: string) => void;
  act: string;
}) {
  return (
    <div className="grid grid-cols-2 gap-5">
      <WeightField
        label={say('weight')}
        value={weight}
        onChange={setWeight}
        take={{ act, title: `${row.speciesName}, ${row.itemName}` }}
      />
      {row.pieces > 0 && (
        <TextField
          label={say('pieces_of', { pieces: row.pieces })}
          value={pieces}
          onChange={setPieces}
          inputMode="numeric"
        />
      )}
    </div>
  );
}
