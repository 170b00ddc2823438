import type { Form } from '@ember-slate/core/forms';
import { shortName, type Species } from '@ember-slate/core/species';
import type { Use } from '@ember-slate/core/freshness';
import { anyWhite, sliceGrams } from '@ember-slate/core/orders';
import type { TrimWish } from '@ember-slate/core/yields';
import { useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { useShop, useSold, useSpecies } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { SelectField, TextField, WeightField, wholeNumber } from '../../parts/Field.tsx';
import { useLength } from '../../parts/length.ts';
import { useMass } from '../../parts/Mass.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { useForms, useWant } from '../../parts/forms.ts';
import { formOptions, packingOptions, wishWords } from '../../parts/words.ts';
import { OptionButtons } from '../../parts/OptionButtons.tsx';
import { lineOf, type Draft, type NewLine } from './draft.ts';
import { say } from './say.ts';

const uses: readonly { value: Use; name: string }[] = [
  { value: 'raw', name: say('raw') },
  { value: 'steam', name: say('steam') },
  { value: 'grill', name: say('grill_or_roast') },
  { value: 'poach', name: say('poach_or_soup') },
  { value: 'fry', name: say('fry') },
];
const trimWords: readonly { value: TrimWish; name: string }[] = [
  { value: 'shop', name: say('the_shop_keeps_it') },
  { value: 'stock', name: say('head_and_bones_along') },
  { value: 'all', name: say('all_of_it_along') },
];

interface Props {
  draft: Draft;
  set: (change: Partial<Draft>) => void;
  errors: Record<string, string>;
  remove: (() => void) | null;
}

/** What eating it raw asks for; nothing where it is cooked. */
const rawNote = ({ use }: { use: Use }) => (use === 'raw' ? say('needs_a_freezing_record_or_a_paper') : '');

interface ShutProps {
  line: NewLine;
  /** What stands under it. */
  note?: string | undefined;
  /** Opens its fields; a line that is cut has none. */
  change: (() => void) | null;
  remove: (() => void) | null;
}

/** A line in words, with the ways to change it and to take it off. */
function ShutLine({ line, note, change, remove }: ShutProps) {
  const book = useSpecies();
  const want = useWant();
  const fish =
    line.speciesId === anyWhite
      ? say('any_white_fish')
      : shortName(book.get(line.speciesId)?.name ?? line.speciesId);
  const words = [want(line), ...wishWords(line)].join(', ');
  return (
    <div className="flex items-baseline justify-between gap-4 border-t border-line pt-2">
      <span>
        <span className="font-figure text-label font-semibold">
          {fish}, {words}
        </span>
        {note && <span className="block text-note text-ink3">{note}</span>}
      </span>
      <span className="flex shrink-0 flex-wrap justify-end gap-x-4">
        {change && (
          <button
            type="button"
            className="why"
            aria-label={say('change_line', { fish, words })}
            onClick={change}
          >
            {say('change')}
          </button>
        )}
        {remove && (
          <button type="button" className="why" onClick={remove}>
            {say('take_this_line_off')}
          </button>
        )}
      </span>
    </div>
  );
}

type Part = Pick<Props, 'draft' | 'set' | 'errors'> & { form: Form };

/** How much of it: so many pieces of a weight, or a weight in all. */
function Amount({ draft, set, errors, form }: Part) {
  const mass = useMass();
  return (
    <>
      {draft.by === 'pieces' ? (
        <>
          <TextField
            label={form.count === 'fish' ? say('fish') : say('pieces')}
            value={draft.pieces}
            onChange={(pieces) => set({ pieces })}
            inputMode="numeric"
            error={errors.pieces}
          />
          <WeightField
            label={say('each_about')}
            value={draft.each}
            onChange={(each) => set({ each })}
            take={null}
            plain
            note={
              draft.each?.source === 'estimated'
                ? say('by_its_thickness')
                : say('usual', { pieceG: mass(form.pieceG) })
            }
            error={errors.pieceGrams}
          />
        </>
      ) : (
        <WeightField
          label={say('in_all')}
          value={draft.total}
          onChange={(total) => set({ total })}
          take={null}
          plain
          note={say('ready_to_take_away')}
          error={errors.totalGrams}
        />
      )}
    </>
  );
}

const isSliced = (draft: Draft, form: Form) => form.section === 'middle' && draft.by === 'pieces';

/** What some wish beside: for how many, how thick, the trim, how it is packed. */
function Wishes({ draft, set, errors, form, species }: Part & { species: Species | undefined }) {
  const { shop } = useShop();
  const length = useLength();
  const sliced = isSliced(draft, form);
  /** So many people want so many pieces, or a portion's weight each. */
  const feed = (people: string) => {
    const n = wholeNumber(people);
    const empty = draft.by === 'pieces' ? draft.pieces === '' : draft.total === null;
    if (!n || !empty) return set({ people });
    const each = {
      grams: form.count === 'fish' || draft.by === 'pieces' ? form.pieceG : 170,
      source: 'typed' as const,
    };
    set(
      draft.by === 'pieces'
        ? { people, pieces: String(n), each: draft.each ?? each }
        : { people, total: { ...each, grams: n * each.grams } },
    );
  };
  const slice = (thickMm: string) => {
    const mm = wholeNumber(thickMm);
    const grams = mm && species ? sliceGrams(species, mm) : null;
    set({ thickMm, ...(grams ? { each: { grams, source: 'estimated' } } : {}) });
  };
  return (
    <>
      <TextField
        label={say('for_how_many_people')}
        value={draft.people}
        onChange={feed}
        inputMode="numeric"
        error={errors.people}
      />
      <SelectField
        label={say('their_trim')}
        value={draft.trimWish}
        onChange={(trimWish) => set({ trimWish })}
        options={trimWords}
      />
      <SelectField
        label={say('packed')}
        value={draft.packing}
        onChange={(packing) => set({ packing })}
        options={packingOptions(shop.ruleProfile)}
        error={errors.packing}
      />
      {sliced && (
        <TextField
          label={say('thick', { unit: length.unit })}
          value={draft.thickMm === '' ? '' : length.format(Number(draft.thickMm))}
          onChange={(text) => slice(String(length.parse(text) ?? ''))}
          inputMode="decimal"
          note={say('the_weight_follows')}
          error={errors.thickMm}
        />
      )}
      {draft.by === 'pieces' && (
        <Choice
          label={say('if_there_are_not_enough')}
          value={draft.partAllowed ? 'part' : 'all'}
          onChange={(v) => set({ partAllowed: v === 'part' })}
          options={[
            { value: 'all', name: say('none') },
            { value: 'part', name: say('fewer') },
          ]}
        />
      )}
    </>
  );
}

/** One line of an order: in words where it came complete and nothing is wrong with it, or in its fields. */
export function LineFields(props: Props) {
  const { draft, errors, remove } = props;
  const line = lineOf(draft, useForms());
  // A line that is typed stays open when it has become complete under the hand.
  const [opened, setOpened] = useState(line === null);
  const wrong = Object.keys(errors).length > 0;
  if (wrong && !opened) setOpened(true);
  const box = useRef<HTMLDivElement>(null);
  if (line && draft.fixed)
    return (
      <ShutLine
        line={line}
        note={errors.form ?? say('cut_or_on_the_board_taken_off_it')}
        change={null}
        remove={remove}
      />
    );
  if (line && !opened)
    return (
      <ShutLine
        line={line}
        note={rawNote(line)}
        change={() => {
          flushSync(() => setOpened(true));
          // How much of it is changed more often than what it is.
          box.current?.querySelector<HTMLElement>('input[inputmode]')?.focus();
        }}
        remove={remove}
      />
    );
  return (
    <div ref={box}>
      <OpenLine {...props} />
    </div>
  );
}

/** One line of an order in plain fields. */
function OpenLine({ draft, set, errors, remove }: Props) {
  const book = useSpecies();
  const sold = useSold(draft.speciesId);
  const forms = useForms();
  const wished = wishWords({ ...draft, people: wholeNumber(draft.people), options: [], use: '' }).length > 0;
  const [more, setMore] = useState(wished || draft.thickMm !== '');
  const form = forms.get(draft.form);
  const species = book.get(draft.speciesId);
  const sliced = form !== undefined && isSliced(draft, form);
  return (
    <div className="grid grid-cols-2 gap-x-5 border-t border-line pt-2">
      <Picker
        label={say('species')}
        value={draft.speciesId}
        onChange={(speciesId) => set({ speciesId })}
        error={errors.speciesId}
        options={[
          ...sold.map((s) => ({ value: s.id, name: s.name, detail: s.asfis ?? '' })),
          { value: anyWhite, name: say('any_white_fish_in_season'), detail: '' },
        ]}
      />
      <Choice
        label={say('counted_by')}
        value={draft.by}
        onChange={(by) => set({ by })}
        options={[
          { value: 'pieces', name: say('pieces') },
          { value: 'total', name: say('weight') },
        ]}
      />
      <div className="col-span-2">
        <SelectField
          label={say('form')}
          value={draft.form}
          onChange={(id) => set({ form: id, options: [] })}
          error={errors.form}
          options={formOptions(species, forms)}
          empty={draft.form === '' ? say('choose_the_form') : undefined}
          note={form?.norm}
        />
      </div>
      {form && (
        <>
          <Amount draft={draft} set={set} errors={errors} form={form} />
          <SelectField
            label={say('how_it_will_be_used')}
            value={draft.use}
            onChange={(use) => set({ use })}
            options={uses}
            note={rawNote(draft)}
          />
          {more && <Wishes draft={draft} set={set} errors={errors} form={form} species={species} />}
          <OptionButtons
            form={form}
            species={species}
            input={null}
            options={draft.options}
            onChange={(options) => set({ options })}
          />
        </>
      )}
      <div className="col-span-2 flex justify-end gap-5 pb-1">
        {!more && (
          <button type="button" className="why" onClick={() => setMore(true)}>
            {say('people_trim', { sliced: sliced ? `${say('thickness')} ` : '' })}
          </button>
        )}
        {remove && (
          <button type="button" className="why" onClick={remove}>
            {say('take_this_line_off')}
          </button>
        )}
      </div>
    </div>
  );
}
