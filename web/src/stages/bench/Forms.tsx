import { inWords } from '@ember-slate/words/core';
import type { PlanLine, Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { formOf, formRefusal, offered, togetherRefusal } from '@ember-slate/core/forms';
import { arrivalFraction, isPiece } from '@ember-slate/core/species';
import { lastProblem, useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useSpecies, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { SelectField } from '../../parts/Field.tsx';
import { OptionButtons } from '../../parts/OptionButtons.tsx';
import { useForms, useWant } from '../../parts/forms.ts';
import { wishWords } from '../../parts/words.ts';
import { useMass } from '../../parts/Mass.tsx';
import { say } from './say.ts';

/** What comes out of it so far. */
function Cuts({ ticket, onDrop }: { ticket: Ticket; onDrop: (cutId: number) => void }) {
  const mass = useMass();
  return (
    <ul>
      {ticket.cuts.map((c, i) => (
        <li key={c.id} className="flex min-h-14 items-center gap-3 border-t border-line py-1">
          <span className="min-w-0 flex-1">
            <span className="block font-figure text-row font-semibold">{c.formName}</span>
            <span className="text-note text-ink2">
              {say('about', {
                customer: c.customer ?? say('counter'),
                mains: mass(ticket.expected.mains[i]!),
                wishes: wishWords(c)
                  .map((w) => ` · ${w}`)
                  .join(''),
              })}
            </span>
          </span>
          {ticket.cuts.length > 1 && (
            <Button small className="min-h-12" onPress={() => onDrop(c.id)}>
              {c.lineId === null ? say('leave_out') : say('back_to_the_plan')}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}

interface LinesProps {
  lines: readonly PlanLine[];
  refusal: (form: string) => string | null;
  busy: boolean;
  onCut: (line: PlanLine) => void;
}

/** Lines of orders that wait for fish of this kind. */
function LinesToo({ lines, refusal, busy, onCut }: LinesProps) {
  const want = useWant();
  const { when } = useTimes();
  if (lines.length === 0) return null;
  return (
    <>
      <h3 className="pt-3 text-label text-ink2">{say('lines_that_wait_for_this_fish')}</h3>
      <ul>
        {lines.map((l) => {
          const why = refusal(l.form);
          return (
            <li key={l.id} className="flex min-h-14 items-center gap-3 border-t border-line py-1">
              <span className="min-w-0 flex-1">
                <span className="block font-figure text-row font-semibold">{want(l)}</span>
                <span className="text-note text-ink2">
                  {l.customer}, {when(l.dueAt)}
                  {why ? ` · ${why}` : ''}
                </span>
              </span>
              <Button small className="min-h-12" notYet={why} busy={busy} onPress={() => onCut(l)}>
                {say('cut_it_too')}
              </Button>
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** One fish for several things: lines that wait for this species, and forms for the counter. */
export function Forms({ ticket }: { ticket: Ticket }) {
  const draft = useDraft(`more forms ${ticket.id}`);
  const add = useChange(routes.bench.addCut, draft);
  const drop = useChange(routes.bench.dropCut);
  const { data: lines } = useRead(routes.plan.lines);
  const species = useSpecies().get(ticket.speciesId);
  const book = useForms();
  const [form, setForm] = useKept(draft, 'form', '');
  const [options, setOptions] = useKept<string[]>(draft, 'options', []);
  const problem = lastProblem(add, drop);
  const input = ticket.inputs[0]!;
  const whole =
    species && !isPiece(input.condition)
      ? input.grams / input.pieces / arrivalFraction(species, input.condition)
      : null;
  const here = ticket.cuts.map((c) => formOf(book, c.form));
  const refusal = (id: string): string | null => {
    const f = formOf(book, id);
    const clash = here
      .filter((h) => h.id !== id)
      .map((h) => togetherRefusal(h, f))
      .find((r) => r !== null);
    return inWords(clash ?? (species ? formRefusal(species, input.condition, f, whole) : null));
  };
  const put = async (lineId: number | null, id: string) => {
    const f = formOf(book, id);
    const outcome = await add.send(
      {
        version: ticket.version,
        lineId,
        form: id,
        pieces: lineId === null ? 1 : null,
        pieceGrams: lineId === null ? f.pieceG : null,
        totalGrams: null,
        options: lineId === null ? options : [],
        thickMm: null,
      },
      { id: ticket.id },
    );
    if (outcome.ok) {
      setForm('');
      setOptions([]);
    }
  };
  const takeOff = async (cutId: number) => {
    await drop.send({ version: ticket.version }, { id: ticket.id, cutId });
  };
  const waiting = (lines ?? []).filter((l) => l.speciesId === ticket.speciesId);
  const fits = offered(book).filter(
    (f) => refusal(f.id) === null && !ticket.cuts.some((c) => c.lineId === null && c.form === f.id),
  );
  return (
    <div className="max-h-[62vh] overflow-y-auto">
      <Cuts ticket={ticket} onDrop={(id) => void takeOff(id)} />
      <LinesToo lines={waiting} refusal={refusal} busy={add.busy} onCut={(l) => void put(l.id, l.form)} />
      <div className="flex items-end gap-3 border-t border-line pt-2">
        <SelectField
          className="flex-1"
          label={say('also_for_the_counter')}
          value={form}
          empty={say('choose_a_form')}
          onChange={(id) => {
            setForm(id);
            setOptions([]);
          }}
          options={fits.map((f) => ({ value: f.id, name: f.name }))}
        />
        <Button
          className="mb-6 h-14"
          notYet={form ? null : say('choose_a_form_first')}
          busy={add.busy}
          onPress={() => void put(null, form)}
        >
          {say('add')}
        </Button>
      </div>
      {form !== '' && (
        <OptionButtons
          form={formOf(book, form)}
          species={species}
          input={input.condition}
          options={options}
          onChange={setOptions}
        />
      )}
      {problem && (
        <p role="alert" className="border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
    </div>
  );
}
