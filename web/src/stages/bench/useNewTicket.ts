import type { StockRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { expectedCut, usualPacking, type Packing } from '@ember-slate/core/board';
import { piecesOf } from '@ember-slate/core/cutplan';
import { usualPieces, formOf, formRefusal, offered, type Form } from '@ember-slate/core/forms';
import { placesOfKind } from '@ember-slate/core/ledger';
import { sliceGrams } from '@ember-slate/core/orders';
import { arrivalFraction, isPiece, type Species } from '@ember-slate/core/species';
import { useNavigate } from 'react-router';
import { useRead } from '../../app/api.ts';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useNow, useSpecies, useTimes } from '../../app/shop.tsx';
import { wholeNumber, type Weight } from '../../parts/Field.tsx';
import { useForms } from '../../parts/forms.ts';
import { useLength } from '../../parts/length.ts';
import { say } from './say.ts';

/** What one of these fish or pieces gives: pieces of the usual weight, or as many of the weight that is said. */
function proposed(
  lot: Pick<StockRow, 'grams' | 'pieces' | 'cutAs'>,
  species: Species,
  form: Form,
  options: readonly string[],
  said: number | null,
  month: number,
): { pieces: number; grams: number } {
  const condition = lot.cutAs!;
  const grams = lot.grams / lot.pieces;
  const { yield: share } = expectedCut({ species, condition, form, options, fishGrams: grams, month });
  const usual = usualPieces(species, form, grams * share, condition);
  const pieceGrams = said ?? usual.grams;
  const { pieces } = piecesOf(
    { species, condition, grams, farmed: false, roe: 'unknown' },
    { form, options, pieceGrams, month },
  );
  return { pieces, grams: pieceGrams };
}

const places = placesOfKind('cold_room', 'slab', 'display');
const isCuttable = (r: StockRow) =>
  r.freePieces > 0 &&
  !r.blocked &&
  !r.frozen &&
  (r.item === 'whole' ? r.place === 'place:cold_room' : r.cutAs !== null) &&
  places.includes(r.place);

export const keyOf = (l: StockRow) => `${l.lotId} ${l.item} ${l.batch} ${l.place}`;

interface Values {
  lotId: string;
  fish: string;
  form: string;
  options: string[];
  pieces: string;
  each: Weight | null;
  thick: string;
  packing: Packing;
}
const opened: Values = {
  lotId: '',
  fish: '1',
  form: '',
  options: [],
  pieces: '',
  each: null,
  thick: '',
  packing: usualPacking,
};

/** The form a ticket for the counter is made with, and what the chosen fish would give in the chosen form. */
export function useNewTicket() {
  const { data: stock } = useRead(routes.counter.stock);
  const speciesBook = useSpecies();
  const book = useForms();
  const length = useLength();
  const now = useNow();
  const { today } = useTimes();
  const go = useNavigate();
  const lots = (stock ?? []).filter(isCuttable);
  const month = Number(today().slice(5, 7));

  /** What the fields come to: the fish, the form, how many pieces of what weight. */
  const meant = (v: Values) => {
    const lot = lots.find((l) => keyOf(l) === v.lotId);
    const species = lot ? speciesBook.get(lot.speciesId) : undefined;
    const chosen = v.form ? formOf(book, v.form) : null;
    const n = wholeNumber(v.fish);
    const given =
      lot && species && chosen
        ? proposed(lot, species, chosen, v.options, v.each?.grams ?? null, month)
        : null;
    // As many as the fish give, until somebody says how many.
    const many =
      v.pieces === '' ? (n === null || !given ? null : n * Math.max(1, given.pieces)) : wholeNumber(v.pieces);
    return { lot, species, chosen, sliced: chosen?.section === 'middle', n, given, many };
  };
  const form = useForm({
    draft: useDraft('new ticket'),
    opened,
    route: routes.bench.make,
    body: (v: Values) => {
      const { lot, n, given, many, sliced } = meant(v);
      return {
        lotId: lot?.lotId ?? 0,
        item: lot?.item ?? '',
        batch: lot?.batch ?? 0,
        place: lot?.place ?? 'place:cold_room',
        fish: n ?? 0,
        form: v.form,
        dueAt: new Date(now.getTime() + 2 * 3_600_000).toISOString(),
        pieces: many,
        pieceGrams: given?.grams ?? null,
        totalGrams: null,
        options: v.options,
        thickMm: sliced ? length.parse(v.thick) : null,
        packing: v.packing,
      };
    },
    onDone: ({ id }) => void go(`/bench/${id}`),
  });
  const current = meant(form.values);
  const { lot, species, n, many } = current;
  const input = lot?.cutAs ?? null;
  const whole =
    lot && species && !isPiece(lot.cutAs!)
      ? lot.grams / lot.pieces / arrivalFraction(species, lot.condition)
      : null;
  return {
    form,
    ...current,
    lots,
    input,
    /** Forms these fish can become. */
    fits: species
      ? offered(book).filter(
          (f) => formRefusal(species, input, f, whole) === null && f.does.length > 0 && f.section !== 'trim',
        )
      : [],
    /** Slices of this thickness weigh so much each. */
    slice: (thick: string) => {
      const mm = length.parse(thick);
      const grams = species && mm ? sliceGrams(species, mm) : null;
      form.set({ thick, ...(grams ? { each: { grams, source: 'estimated' as const } } : {}) });
    },
    missing: !lot
      ? say('choose_the_fish')
      : !n
        ? say('say_how_many_fish')
        : !form.values.form
          ? say('choose_a_form')
          : many
            ? null
            : say('say_how_many_pieces'),
  };
}
