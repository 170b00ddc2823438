import type { StockRow } from '@ember-slate/contract';
import { useState } from 'react';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { WeightField, type Weight } from '../../parts/Field.tsx';
import { say } from './say.ts';

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
    <Dialog open title={pieces > 0 ? say('by_the_piece', { name, pieces }) : name} onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (weight) onBag(weight);
        }}
      >
        <WeightField
          label={say('weight')}
          value={weight}
          onChange={setWeight}
          take={null}
          note={weight?.source === 'estimated' ? say('the_mean_of_this_tray_type_what') : say('typed')}
        />
        <div className="flex gap-3">
          <Button submit kind="main" notYet={weight ? null : say('say_a_weight')}>
            {say('put_it_in_the_bag')}
          </Button>
          <Button onPress={onClose}>{say('cancel')}</Button>
        </div>
      </form>
    </Dialog>
  );
}
