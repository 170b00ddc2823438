import type { AnswerOf, Delivery, Problem } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { instantOn, parseClock } from '@ember-slate/core/calendar';
import { noteFields, type NoteField } from '@ember-slate/core/landing';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept, type Draft } from '../../app/draft.ts';
import { useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { errorsByPath, TemperatureField, TextField, TimeField } from '../../parts/Field.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { formatMoney } from '../../parts/money.ts';
import { textOf } from '../../parts/textFile.ts';
import { say } from './say.ts';
import { type Column, Table } from '../../parts/Table.tsx';

type Note = AnswerOf<typeof routes.landing.readNote>;

const fieldNames: Record<NoteField, string> = {
  species: say('species'),
  condition: say('came_as'),
  pieces: say('fish'),
  weight: say('weight'),
  price: say('price'),
  production: say('caught_or_farmed'),
  area: say('area_country'),
  gear: say('gear'),
  boat: say('boat_or_farm'),
  caught: say('caught_on'),
  lot: say('their_lot'),
  remarks: say('remarks'),
};
const ices = [
  { value: 'buried', name: say('buried') },
  { value: 'some', name: say('some') },
  { value: 'none', name: say('none') },
] as const;

/** Whose note it is, and the note: a file, or its lines pasted. */
function Source({
  supplier,
  setSupplier,
  text,
  setText,
  encoding,
  errors,
  onFile,
  onPasted,
}: {
  supplier: string;
  setSupplier: (supplier: string) => void;
  text: string;
  setText: (text: string) => void;
  /** What was guessed about the letters of the file. */
  encoding: string | null;
  errors: Record<string, string>;
  onFile: (file: File | undefined) => void;
  onPasted: () => void;
}) {
  const { data: suppliers } = useRead(routes.landing.suppliers);
  return (
    <div className="grid grid-cols-4 gap-x-6 gap-y-1 max-sm:grid-cols-2">
      <Picker
        free
        className="col-span-2"
        label={say('supplier')}
        value={supplier}
        onChange={setSupplier}
        error={errors.supplier}
        note={say('how_its_columns_were_matched_is')}
        options={(suppliers ?? []).map((s) => ({ value: s.name, name: s.name }))}
      />
      <label className="field col-span-2">
        <span className="field-label">{say('csv_file')}</span>
        <input
          type="file"
          accept=".csv,.txt,text/csv"
          className="field-value text-body file:mr-3 file:min-h-8 file:rounded-btn file:border-[1.5px] file:border-rule file:bg-transparent file:px-3 file:font-figure file:text-ink"
          onChange={(e) => onFile(e.target.files?.[0])}
        />
        <span className="field-note">{encoding ?? say('utf_8_comma_semicolon_or_tab')}</span>
      </label>
      <label className="field col-span-full">
        <span className="field-label">{say('or_paste_its_lines')}</span>
        <textarea
          className="field-value h-[74px] resize-y font-mono text-note"
          value={text}
          spellCheck={false}
          onChange={(e) => setText(e.target.value)}
          onBlur={onPasted}
        />
        <span className="field-note" role={errors.text ? 'alert' : undefined}>
          {errors.text ?? say('the_first_line_names_the_columns')}
        </span>
      </label>
    </div>
  );
}

/** The note as it was read: a column for each field, and what is wrong at its cell. */
function NoteTable({
  note,
  onMatch,
}: {
  note: Note;
  onMatch: (field: NoteField, column: number | null) => void;
}) {
  const book = useSpecies();
  const shown = (r: Note['rows'][number], f: NoteField) => {
    const i = note.columns[f];
    const cell = i === null ? '' : (r.cells[i] ?? '');
    if (r.lot && f === 'weight') return <Mass g={r.lot.grams} />;
    if (r.lot && f === 'species') return shortName(book.get(r.lot.speciesId)?.name ?? cell);
    return r.lot && f === 'price' && i !== null ? formatMoney(r.lot.pricePerKg) : cell;
  };
  return (
    <Table
      rows={note.rows}
      keyOf={(r) => r.line}
      columns={[
        { head: say('line'), cell: (r) => r.line, width: 'w-10', className: 'text-ink3' },
        ...noteFields.map((f): Column<Note['rows'][number]> => ({
          head: (
            <label>
              {fieldNames[f]}
              <select
                aria-label={say('column_of', { fieldNames: fieldNames[f] })}
                className="block h-9 w-full border-b-2 border-rule bg-transparent font-figure text-body text-ink"
                value={note.columns[f] ?? ''}
                onChange={(e) => onMatch(f, e.target.value === '' ? null : Number(e.target.value))}
              >
                <option value="">{say('not_in_it')}</option>
                {note.header.map((h, i) => (
                  <option key={i} value={i}>
                    {h || say('column', { number: i + 1 })}
                  </option>
                ))}
              </select>
            </label>
          ),
          cell: (r) => (
            <>
              {shown(r, f)}
              {r.errors
                .filter((e) => e.field === f)
                .slice(-1)
                .map((e) => (
                  <span key={f} className="block text-note text-embertext">
                    {e.message}
                  </span>
                ))}
            </>
          ),
          width: 'min-w-24 align-bottom',
          className: 'py-1 text-body',
        })),
      ]}
    />
  );
}

/** The note as it is read: from a file or pasted lines, with the columns as they were matched. */
function useNoteFile(draft: Draft, supplier: string) {
  const read = useChange(routes.landing.readNote);
  const [text, setText] = useKept(draft, 'text', '');
  const [encoding, setEncoding] = useKept<string | null>(draft, 'encoding', null);
  const [note, setNote] = useState<Note | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const preview = async (source: string, columns?: Note['columns']) => {
    const outcome = await read.send({ supplier, text: source, ...(columns ? { columns } : {}) });
    if (outcome.ok) setNote(outcome.data);
    setProblem(outcome.ok ? null : outcome.problem);
    if (!outcome.ok) setNote(null);
  };
  const take = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > 180_000)
      return setProblem({
        type: '',
        title: '',
        status: 400,
        code: 'bad-input',
        detail: say('a_note_is_at_most_180_kb_is_this'),
      });
    const { text: decoded, note: said } = await textOf(file);
    setText(decoded);
    setEncoding(said);
    await preview(decoded);
  };
  const match = (field: NoteField, column: number | null) => {
    if (!note) return;
    const columns = { ...note.columns, [field]: column };
    setNote({ ...note, columns });
    void preview(text, columns);
  };
  return { text, setText, encoding, note, problem, setProblem, preview, take, match, busy: read.busy };
}

/** A delivery note from CSV: columns matched, a preview with every row's faults, then all of it or nothing. */
export function ImportNote({ onDone, onCancel }: { onDone: (id: number) => void; onCancel: () => void }) {
  const { shop } = useShop();
  const { time, today } = useTimes();
  const dispatch = useAppDispatch();
  const draft = useDraft('note from a file');
  const land = useChange(routes.landing.importNote, draft);
  const [supplier, setSupplier] = useKept(draft, 'supplier', '');
  const [at, setAt] = useKept(draft, 'at', () => parseClock(time(new Date())));
  const [probeTenths, setProbe] = useKept<number | null>(draft, 'probeTenths', null);
  const [ice, setIce] = useKept<Delivery['ice']>(draft, 'ice', 'buried');
  const [noteRef, setNoteRef] = useKept(draft, 'noteRef', '');
  const file = useNoteFile(draft, supplier);
  const { text, encoding, note, problem, setProblem, preview } = file;
  const errors = errorsByPath(problem);

  const wrong = note?.rows.filter((r) => r.lot === null).length ?? 0;
  const submit = async () => {
    if (!note || at === null) return;
    const outcome = await land.send({
      supplier,
      arrivedAt: instantOn(today(), at, shop).toISOString(),
      probeTenths,
      ice,
      drains: 'drains',
      noteRef,
      text,
      columns: note.columns,
    });
    if (!outcome.ok) return setProblem(outcome.problem);
    dispatch(
      notify({
        text: say('lots_landed_from_the_note_weigh', { lots: outcome.data.lots }),
        problem: false,
      }),
    );
    onDone(outcome.data.id);
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void submit();
      }}
    >
      <h2 className="pb-2 text-big">
        {note
          ? wrong > 0
            ? say('of_lines_need_a_hand', { wrong, rows: note.rows.length })
            : say('lots_can_be_landed', { rows: note.rows.length })
          : say('a_delivery_note_from_a_file')}
      </h2>
      <Source
        {...{ supplier, setSupplier, text, setText: file.setText, encoding, errors }}
        onFile={(chosen) => void file.take(chosen)}
        onPasted={() => text.trim() !== '' && void preview(text)}
      />
      {note && (
        <>
          <NoteTable note={note} onMatch={file.match} />
          <div className="grid grid-cols-4 gap-x-6 pt-3 max-sm:grid-cols-2">
            <TimeField label={say('arrived')} value={at} onChange={setAt} error={errors.arrivedAt} />
            <TemperatureField
              label={say('core_by_probe')}
              value={probeTenths}
              onChange={setProbe}
              error={errors.probeTenths}
              note={say('leave_empty_if_not_probed')}
            />
            <Choice label={say('ice')} value={ice} options={ices} onChange={setIce} />
            <TextField
              label={say('note_number')}
              value={noteRef}
              onChange={setNoteRef}
              error={errors.noteRef}
            />
          </div>
        </>
      )}
      {problem?.detail && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex gap-3">
        {!note && text.trim() !== '' && (
          <Button busy={file.busy} onPress={() => void preview(text)}>
            {say('read_the_note')}
          </Button>
        )}
        <Button
          submit
          kind="main"
          busy={land.busy || file.busy}
          notYet={
            !note
              ? say('choose_the_file_first')
              : wrong > 0
                ? say('every_line_must_be_right_all_or')
                : supplier.trim() === ''
                  ? say('say_who_brought_it')
                  : null
          }
        >
          {say('land_all_lots', { note: note ? note.rows.length : '' })}
        </Button>
        <Button onPress={draft.leave(onCancel)}>{say('cancel')}</Button>
      </div>
    </form>
  );
}
