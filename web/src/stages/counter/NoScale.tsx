import type { StockRow } from '@ember-slate/contract';
import { useState } from 'react';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { WeightField, type Weight } from '../../parts/Field.tsx';

interface Props {
  row: StockRow;
  name: string;
  pieces: number;
  onBag: (weight: Weight) => void;
  onClose: () => void;
}

/** Sells by the piece, or by a weight read elsewhere: the book's own mean stands in until a number is typed. */
export function NoScale({ row, name, pieces, onBag, onClose }: Props) {
  const mean = pieces > 0 ? Math.round((row.freeGrams / row.freePieces) * pieces) : 0;
  const [weight, setWeight] = useState<Weight | null>(mean > 0 ? { grams: mean, source: 'estimated' } : null);
  return (
    <Dialog open title={pieces > 0 ? `${name}: ${pieces} by the piece` : name} onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (weight) onBag(weight);
        }}
      >
        <WeightField
          label="Weight"
          value={weight}
          onChange={setWeight}
          take={null}
          note={
            weight?.source === 'estimated' ? 'the mean of this tray; type what another scale says' : 'typed'
          }
        />
        <div className="flex gap-3">
          <Button submit kind="main" notYet={weight ? null : 'say a weight'}>
            Put it in the bag
          </Button>
          <Button onPress={onClose}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
