import { contract, type StandingOrder } from '@ember-slate/contract';
import { weekdayName } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useShop } from '../../app/shop.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { SelectField, TextField, TimeField, WeightField, wholeNumber } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { useForms } from '../../parts/forms.ts';
import { say } from './say.ts';

type Line = StandingOrder['lines'][number];

/** How much of a line is wanted: pieces, or grams in all. */
interface Amount {
  pieces: string;
  grams: number | null;
}
interface Fields {
  version: number;
  weekday: string;
  minutes: number | null;
  remarks: string;
  /** Of each line; null where it is wanted no more. */
  amounts: (Amount | null)[];
}
const fieldsOf = (of: StandingOrder): Fields => ({
  version: of.version,
  weekday: String(of.weekday),
  minutes: of.minutes,
  remarks: of.remarks,
  amounts: of.lines.map(amountOf),
});
const amountOf = (l: Line): Amount => ({ pieces: String(l.pieces ?? ''), grams: l.totalGrams });
const lineOf = (l: Line, { pieces, grams }: Amount) => {
  const { speciesName: _name, ...line } = l;
  return l.totalGrams === null
    ? { ...line, pieces: wholeNumber(pieces) ?? NaN }
    : { ...line, totalGrams: grams ?? NaN };
};

/** Another day, time or amount of a weekly order, from its next week on; a line that is left out is wanted no more. */
export function ChangeWeekly({ of, onDone }: { of: StandingOrder; onDone: () => void }) {
  const { shop } = useShop();
  const forms = useForms();
  const form = useForm({
    draft: useDraft(`weekly ${of.id} ${of.version}`),
    opened: () => fieldsOf(of),
    route: contract.orders.changeStanding,
    params: { id: of.id },
    body: (v) => ({
      version: v.version,
      weekday: Number(v.weekday),
      minutes: v.minutes ?? NaN,
      remarks: v.remarks,
      lines: of.lines.flatMap((l, i) => (v.amounts[i] ? [lineOf(l, v.amounts[i])] : [])),
    }),
    onDone,
  });
  const { amounts } = form.values;
  const put = (at: number, amount: Amount | null) => form.set({ amounts: amounts.with(at, amount) });
  // The shop's own week: days it is open first stand as they are counted.
  const days = [1, 2, 3, 4, 5, 6, 0].filter((d) => shop.hours[d] !== null || d === of.weekday);
  return (
    <Dialog
      open
      title={say('weekly_of', { customer: of.customer, weekday: weekdayName(of.weekday) })}
      onClose={onDone}
    >
      <p className="pb-2 text-ink2">{say('weekly_from_next_week')}</p>
      <Form of={form} label={say('change_weekly')} submit={say('save')} onLeave={onDone}>
        <div className="grid grid-cols-2 gap-x-5">
          <SelectField
            label={say('every_week_on')}
            {...form.field('weekday')}
            options={days.map((d) => ({ value: String(d), name: weekdayName(d) }))}
          />
          <TimeField label={say('at')} {...form.field('minutes')} />
        </div>
        {of.lines.map((l, i) => {
          const amount = amounts[i];
          return (
            <div key={i} className="flex items-end gap-4 border-t border-line pt-1">
              <span className="min-w-0 flex-1 pb-8 font-figure text-label font-semibold">
                {shortName(l.speciesName)}, {forms.get(l.form)?.name ?? l.form}
              </span>
              {!amount ? (
                <span className="pb-8 text-ink2">{say('not_any_more')}</span>
              ) : l.totalGrams === null ? (
                <TextField
                  className="w-24"
                  label={say('pieces')}
                  inputMode="numeric"
                  value={amount.pieces}
                  onChange={(pieces) => put(i, { ...amount, pieces })}
                  error={form.errors[`lines.${i}.pieces`]}
                />
              ) : (
                <WeightField
                  className="w-36"
                  label={say('weight')}
                  plain
                  take={null}
                  value={amount.grams === null ? null : { grams: amount.grams, source: 'typed' }}
                  onChange={(w) => put(i, { ...amount, grams: w?.grams ?? null })}
                  error={form.errors[`lines.${i}.totalGrams`]}
                />
              )}
              {amounts.length > 1 && (
                <button
                  type="button"
                  className="why why-wet mb-4"
                  onClick={() => put(i, amount ? null : amountOf(l))}
                >
                  {amount ? say('remove') : say('take_it_back_in')}
                </button>
              )}
            </div>
          );
        })}
        <TextField label={say('remarks')} {...form.field('remarks')} />
      </Form>
    </Dialog>
  );
}
