import type { AnswerOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange, useRead } from '../app/api.ts';
import { useDraft, useKept } from '../app/draft.ts';
import type { Outcome } from '../app/request.ts';
import { notify, useAppDispatch } from '../app/store.ts';
import { useNotify } from '../app/notify.ts';
import { useShop } from '../app/shop.tsx';
import { Button } from './Button.tsx';
import { Dialog } from './Dialog.tsx';
import { TextField } from './Field.tsx';
import { useMass } from './Mass.tsx';
import { Waiting } from './Waiting.tsx';
import { formatMoney } from './money.ts';
import { say } from './say.ts';

const widths = { '58x40': 330, '100x50': 480, '100x70': 480 };

/** A label as it will lie on the piece, to be printed again or voided. */
/** The label as it comes out of the printer. */
function Paper({ id, label }: { id: number; label: AnswerOf<typeof routes.labels.one> }) {
  const mass = useMass();
  return (
    <div
      className={`relative mx-auto paper p-3 ${label.voided ? 'opacity-60' : ''}`}
      style={{ width: widths[label.size] }}
    >
      <div className="font-figure text-[19px] leading-6 font-bold">{label.title}</div>
      <div className="text-note">{label.scientific}</div>
      <div className="flex gap-3 pt-1">
        <div className="min-w-0 flex-1 text-note leading-[17px]">
          {label.facts.map((f) => (
            <div key={f}>{f}</div>
          ))}
          <div className="font-semibold">{label.warnings.join(' ')}</div>
          <div>{say('lot', { trace: label.trace })}</div>
          <div className="font-figure text-label font-bold">
            {label.useBy && label.useBy !== label.packedOn
              ? say('use_by', { useBy: label.useBy })
              : say('use_today', { packedOn: label.packedOn })}
          </div>
        </div>
        <img src={`/api/labels/${id}/code.svg`} alt={say('gs1_datamatrix')} className="h-[92px] w-[92px]" />
      </div>
      <div className="flex items-end justify-between gap-3 pt-2">
        <div className="font-figure">
          <div className="text-row font-bold">
            {label.pieces > 1 ? `${say('pieces', { pieces: label.pieces })} ` : ''}
            {mass(label.grams)}
          </div>
          {label.perKg !== null && (
            <div className="text-note">{say('a_kg', { perKg: formatMoney(label.perKg) })}</div>
          )}
          {label.price !== null && <div className="text-big font-bold">{formatMoney(label.price)}</div>}
          <div className="text-note">
            {label.shop}
            {label.whose && <span className="block">{label.whose}</span>}
          </div>
        </div>
        {label.priceCode && (
          <img src={`/api/labels/${id}/price.svg`} alt={`EAN-13 ${label.priceCode}`} className="h-[62px]" />
        )}
      </div>
      {label.voided && (
        <div className="absolute inset-0 grid place-items-center font-figure text-head font-bold">
          {say('void')}
        </div>
      )}
    </div>
  );
}

export function LabelPreview({ id, onClose }: { id: number; onClose: () => void }) {
  const { data: label, problem, refetch } = useRead(routes.labels.one, { params: { id } });
  const draft = useDraft(`void label ${id}`);
  const print = useChange(routes.labels.print);
  const voiding = useChange(routes.labels.void, draft);
  const [why, setWhy] = useKept(draft, 'why', '');
  const said = useNotify();
  const dispatch = useAppDispatch();
  const { shop } = useShop();
  const byHand = useChange(routes.labels.printedByHand);
  const printer = shop.devices.printer !== 'none';
  const done = (outcome: Outcome<unknown>, text: string) => {
    if (said(outcome, text)) onClose();
  };
  return (
    <Dialog title={say('the_label')} open onClose={onClose}>
      {!label ? (
        <Waiting problem={problem} onRetry={refetch} />
      ) : (
        <>
          <Paper id={id} label={label} />
          {label.voided ? (
            <p className="pt-3 text-label">{say('void_2', { voided: label.voided })}</p>
          ) : (
            <div className="flex flex-wrap items-end gap-3 pt-4">
              {!printer && (
                <Button
                  kind="main"
                  busy={byHand.busy}
                  onPress={() =>
                    void byHand.send(undefined, { id }).then((o) => done(o, say('label_on_paper')))
                  }
                >
                  {say('it_is_on_paper')}
                </Button>
              )}
              {printer && (
                <Button
                  kind="main"
                  busy={print.busy}
                  onPress={() =>
                    void print.send(undefined, { id }).then((o) => {
                      if (o.ok && o.data.why) return dispatch(notify({ text: o.data.why, problem: true }));
                      done(o, say('label_printed'));
                    })
                  }
                >
                  {say('print_again')}
                </Button>
              )}
              <a className="btn" href={`/api/labels/${id}/label.pdf`} target="_blank" rel="noreferrer">
                {say('pdf')}
              </a>
              <TextField
                className="min-w-40 flex-1"
                label={say('void_it_because')}
                value={why}
                onChange={setWhy}
              />
              <Button
                notYet={why.trim() === '' ? say('say_why_first') : null}
                onPress={() => void voiding.send({ why }, { id }).then((o) => done(o, say('label_void')))}
              >
                {say('void_3')}
              </Button>
            </div>
          )}
        </>
      )}
    </Dialog>
  );
}
