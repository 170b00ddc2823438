import { contract, type Delivery, type Problem } from '@ember-slate/contract';
import { instantOn, parseClock } from '@ember-slate/core/calendar';
import { useState } from 'react';
import { useDraft, useKept } from '../../app/draft.ts';
import { Stale } from '../../parts/Stale.tsx';
import { useChange, useRead } from '../../app/api.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import {
  errorsByPath,
  MoneyField,
  TemperatureField,
  TextField,
  TimeField,
  WeightField,
  wholeNumber,
  type Weight,
} from '../../parts/Field.tsx';
import { Picker } from '../../parts/Picker.tsx';

const ices = [
  { value: 'buried', name: 'Buried' },
  { value: 'some', name: 'Some' },
  { value: 'none', name: 'None' },
] as const;

const drainings = [
  { value: 'drains', name: 'Drains' },
  { value: 'stands', name: 'Stands in water' },
  { value: 'unknown', name: 'Not looked' },
] as const;

const fieldNames = {
  supplier: 'Supplier',
  arrivedAt: 'Came at',
  probeTenths: 'Core by probe',
  ice: 'Ice',
  drains: 'Drains',
  noteRef: 'Note number',
  noteGrams: 'Weight on the note',
  notePieces: 'Fish on the note',
  noteMoney: 'Sum on the note',
  remarks: 'Remarks',
};

/** Opens a delivery, or corrects its head. */
export function DeliveryForm({
  delivery,
  onDone,
  onCancel,
}: {
  delivery: Delivery | null;
  onDone: (id: number) => void;
  onCancel: () => void;
}) {
  const { shop } = useShop();
  const { time, today } = useTimes();
  const { data: suppliers } = useRead(contract.landing.suppliers);
  const create = useChange(contract.landing.createDelivery);
  const edit = useChange(contract.landing.editDelivery);
  const draft = useDraft(delivery ? `delivery ${delivery.id}` : 'delivery');
  // The version it was opened with: what others save meanwhile is not written over unseen.
  const [version, setVersion] = useKept(draft, 'version', delivery?.version ?? 0);
  const [supplier, setSupplier] = useKept(draft, 'supplier', delivery?.supplier ?? '');
  const [at, setAt] = useKept(draft, 'at', () => parseClock(time(delivery?.arrivedAt ?? new Date())));
  const [probeTenths, setProbe] = useKept(draft, 'probeTenths', delivery?.probeTenths ?? null);
  const [ice, setIce] = useKept<Delivery['ice']>(draft, 'ice', delivery?.ice ?? 'buried');
  const [drains, setDrains] = useKept<Delivery['drains']>(draft, 'drains', delivery?.drains ?? 'drains');
  const [noteRef, setNoteRef] = useKept(draft, 'noteRef', delivery?.noteRef ?? '');
  const [noteWeight, setNoteWeight] = useKept<Weight | null>(
    draft,
    'noteWeight',
    delivery === null || delivery.noteGrams === null ? null : { grams: delivery.noteGrams, source: 'typed' },
  );
  const [notePieces, setNotePieces] = useKept(
    draft,
    'notePieces',
    delivery === null || delivery.notePieces === null ? '' : String(delivery.notePieces),
  );
  const [noteMoney, setNoteMoney] = useKept(draft, 'noteMoney', delivery?.noteMoney ?? null);
  const [remarks, setRemarks] = useKept(draft, 'remarks', delivery?.remarks ?? '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const errors = errorsByPath(problem);
  const day = delivery?.landedOn ?? today();

  const wrong = (path: string, message: string) =>
    setProblem({ type: '', title: '', status: 400, code: 'bad-input', errors: [{ path, message }] });
  const body = (minutes: number) => ({
    supplier,
    arrivedAt: instantOn(day, minutes, shop).toISOString(),
    probeTenths,
    ice,
    drains,
    noteRef,
    noteGrams: noteWeight?.grams ?? null,
    notePieces: wholeNumber(notePieces),
    noteMoney,
    remarks,
  });
  const submit = async (over = version) => {
    if (at === null) return wrong('arrivedAt', 'Say when it came');
    const outcome = delivery
      ? await edit.send({ ...body(at), version: over }, { id: delivery.id })
      : await create.send(body(at));
    if (!outcome.ok) return setProblem(outcome.problem);
    draft.forget();
    onDone(outcome.data.id);
  };
  const leave = () => {
    draft.forget();
    onCancel();
  };

  return (
    <form
      className="max-w-[720px]"
      onSubmit={(e) => {
        e.preventDefault();
        void submit();
      }}
    >
      {problem && at !== null && (
        <Stale
          problem={problem}
          names={fieldNames}
          mine={body(at)}
          kinds={{ arrivedAt: 'moment', probeTenths: 'tenths', noteGrams: 'mass', noteMoney: 'money' }}
          onKeep={(over) => {
            setVersion(over);
            void submit(over);
          }}
          onTheirs={leave}
        />
      )}
      <h2 className="pb-3 text-big">
        {delivery ? `Correct ${delivery.supplier}` : 'A delivery is at the door'}
      </h2>
      <div className="grid grid-cols-4 gap-x-6 gap-y-2 max-sm:grid-cols-2">
        <Picker
          free
          className="col-span-2"
          label="Supplier"
          value={supplier}
          onChange={setSupplier}
          error={errors.supplier}
          options={(suppliers ?? []).map((s) => ({ value: s.name, name: s.name }))}
        />
        <TimeField label="Arrived" value={at} onChange={setAt} error={errors.arrivedAt} />
        <TemperatureField
          label="Core by probe"
          value={probeTenths}
          onChange={setProbe}
          error={errors.probeTenths}
          note="leave empty if not probed"
        />
        <Choice className="col-span-2" label="Ice" value={ice} options={ices} onChange={setIce} />
        <Choice
          label="The box"
          value={drains}
          options={drainings}
          onChange={setDrains}
          className="col-span-2"
        />
        <TextField label="Note number" value={noteRef} onChange={setNoteRef} error={errors.noteRef} />
        <MoneyField
          label={`Note asks, ${shop.currency}`}
          value={noteMoney}
          onChange={setNoteMoney}
          error={errors.noteMoney}
        />
        <WeightField
          label="Weight on the note"
          value={noteWeight}
          onChange={setNoteWeight}
          take={null}
          plain
          note="checked against the scale"
          error={errors.noteGrams}
        />
        <TextField
          label="Fish on the note"
          value={notePieces}
          onChange={setNotePieces}
          inputMode="numeric"
          error={errors.notePieces}
        />
        <TextField
          className="col-span-2"
          label="Remarks"
          value={remarks}
          onChange={setRemarks}
          error={errors.remarks}
        />
      </div>
      {problem && problem.detail && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex gap-3">
        <Button submit kind="main" busy={create.busy || edit.busy}>
          {delivery ? 'Correct it' : 'Open the delivery'}
        </Button>
        <Button onPress={leave}>Leave it</Button>
      </div>
    </form>
  );
}
