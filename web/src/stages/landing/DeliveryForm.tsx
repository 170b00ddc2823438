import { contract, type Delivery } from '@ember-slate/contract';
import { instantOn, parseClock } from '@ember-slate/core/calendar';
import { useRead } from '../../app/api.ts';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import {
  MoneyField,
  TemperatureField,
  TextField,
  TimeField,
  WeightField,
  wholeNumber,
  type Weight,
} from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
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

const stale = {
  names: {
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
  },
  kinds: { arrivedAt: 'moment', probeTenths: 'tenths', noteGrams: 'mass', noteMoney: 'money' },
} as const;

interface Values {
  version: number;
  supplier: string;
  /** Minutes after midnight. */
  at: number | null;
  probeTenths: number | null;
  ice: Delivery['ice'];
  drains: Delivery['drains'];
  noteRef: string;
  noteWeight: Weight | null;
  notePieces: string;
  noteMoney: number | null;
  remarks: string;
}

const blank = {
  version: 0,
  supplier: '',
  probeTenths: null,
  ice: 'buried',
  drains: 'drains',
  noteRef: '',
  noteWeight: null,
  notePieces: '',
  noteMoney: null,
  remarks: '',
} as const;

/** As it stands, with its version: what others save meanwhile is not written over unseen. */
const asItStands = (d: Delivery): Omit<Values, 'at'> => ({
  version: d.version,
  supplier: d.supplier,
  probeTenths: d.probeTenths,
  ice: d.ice,
  drains: d.drains,
  noteRef: d.noteRef,
  noteWeight: d.noteGrams === null ? null : { grams: d.noteGrams, source: 'typed' },
  notePieces: d.notePieces === null ? '' : String(d.notePieces),
  noteMoney: d.noteMoney,
  remarks: d.remarks,
});

interface Props {
  delivery: Delivery | null;
  onDone: (id: number) => void;
  onCancel: () => void;
}

/** Opens a delivery, or corrects its head. */
export function DeliveryForm({ delivery, onDone, onCancel }: Props) {
  const { shop } = useShop();
  const { time, today } = useTimes();
  const { data: suppliers } = useRead(contract.landing.suppliers);
  const day = delivery?.landedOn ?? today();
  const form = useForm({
    draft: useDraft(delivery ? `delivery ${delivery.id}` : 'delivery'),
    opened: (): Values => ({
      ...(delivery ? asItStands(delivery) : blank),
      at: parseClock(time(delivery?.arrivedAt ?? new Date())),
    }),
    route: delivery ? contract.landing.editDelivery : contract.landing.createDelivery,
    params: { id: delivery?.id ?? 0 },
    body: (v: Values) => ({
      supplier: v.supplier,
      // Without a time it is no instant: the field says so.
      arrivedAt: v.at === null ? '' : instantOn(day, v.at, shop).toISOString(),
      probeTenths: v.probeTenths,
      ice: v.ice,
      drains: v.drains,
      noteRef: v.noteRef,
      noteGrams: v.noteWeight?.grams ?? null,
      notePieces: wholeNumber(v.notePieces),
      noteMoney: v.noteMoney,
      remarks: v.remarks,
      ...(delivery ? { version: v.version } : {}),
    }),
    onDone: ({ id }) => onDone(id),
  });
  const { field, values } = form;
  return (
    <Form
      of={form}
      className="max-w-[720px]"
      stale={stale}
      submit={delivery ? 'Correct it' : 'Open the delivery'}
      onLeave={onCancel}
    >
      <h2 className="pb-3 text-big">
        {delivery ? `Correct ${delivery.supplier}` : 'A delivery is at the door'}
      </h2>
      <div className="grid grid-cols-4 gap-x-6 gap-y-2 max-sm:grid-cols-2">
        <Picker
          free
          className="col-span-2"
          label="Supplier"
          {...field('supplier')}
          options={(suppliers ?? []).map((s) => ({ value: s.name, name: s.name }))}
        />
        <TimeField
          label="Arrived"
          {...field('at')}
          error={form.errors.arrivedAt && values.at === null ? 'Say when it came' : form.errors.arrivedAt}
        />
        <TemperatureField label="Core by probe" {...field('probeTenths')} note="leave empty if not probed" />
        <Choice className="col-span-2" label="Ice" {...field('ice')} options={ices} />
        <Choice className="col-span-2" label="The box" {...field('drains')} options={drainings} />
        <TextField label="Note number" {...field('noteRef')} />
        <MoneyField label={`Total on note, ${shop.currency}`} {...field('noteMoney')} />
        <WeightField
          label="Weight on the note"
          {...field('noteWeight', 'noteGrams')}
          take={null}
          plain
          note="checked against the scale"
        />
        <TextField label="Fish on the note" {...field('notePieces')} inputMode="numeric" />
        <TextField className="col-span-2" label="Remarks" {...field('remarks')} />
      </div>
    </Form>
  );
}
