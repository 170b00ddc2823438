import { inWords } from '@ember-slate/words/core';
import type { Delivery, LotRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { areaWords, isSeaArea } from '@ember-slate/core/labels';
import { conditionCode, conditionName, shortName } from '@ember-slate/core/species';
import { formatTemperature } from '@ember-slate/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { useChosenRow } from '../../app/address.ts';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useTimes } from '../../app/shop.tsx';
import { useAppSelector } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { Table } from '../../parts/Table.tsx';
import { Mass, SourceMark, useMass } from '../../parts/Mass.tsx';
import { DeliveryForm } from './DeliveryForm.tsx';
import { LotActions } from './LotActions.tsx';
import { LotForm } from './LotForm.tsx';
import type { LotDraft } from './useLotForm.ts';
import { differenceText } from './words.ts';
import { formatMoney } from '../../parts/money.ts';
import { boatPath } from './words.ts';
import { say } from './say.ts';

/** Closing asks for a reason when the note and the scale differ. */
function CloseNote({ delivery, onMore }: { delivery: Delivery; onMore: () => void }) {
  const draft = useDraft(`close delivery ${delivery.id}`);
  const { send, busy, problem } = useChange(routes.landing.closeDelivery, draft);
  const [reason, setReason] = useKept(draft, 'reason', '');
  const mass = useMass();
  const off = delivery.differences.length > 0;
  const close = async () => {
    await send({ version: delivery.version, reason }, { id: delivery.id });
  };
  return (
    <div className="mt-3 flex flex-wrap items-end gap-x-5 gap-y-2 border-t-[1.5px] border-ink pt-3">
      {off && (
        <TextField
          className="min-w-[220px] flex-1"
          label={say('differs_why_close_it', {
            differences: delivery.differences.map((d) => differenceText(d, mass)).join('; '),
          })}
          value={reason}
          onChange={setReason}
          error={problem?.detail}
        />
      )}
      {!off && problem && <p role="alert">{problem.detail}</p>}
      <div className={`flex flex-wrap gap-3 ${off ? 'pb-6' : ''}`}>
        <Button
          kind={off ? 'plain' : 'main'}
          busy={busy}
          notYet={off && !reason ? say('say_why_first') : null}
          onPress={() => void close()}
        >
          {say('note_checked_close')}
        </Button>
        <Button onPress={onMore}>{say('land_another_lot')}</Button>
      </div>
    </div>
  );
}

/** A delivery that was opened by mistake goes away, as long as nothing was landed from it. */
function Drop({ delivery }: { delivery: Delivery }) {
  const { send, busy, problem } = useChange(routes.landing.dropDelivery);
  return (
    <div className="mt-4 border-t border-line pt-3">
      <Refused problem={problem} />
      <Button small busy={busy} onPress={() => void send({ version: delivery.version }, { id: delivery.id })}>
        {say('opened_by_mistake_take_it_away')}
      </Button>
    </div>
  );
}

/** Whose it is and how it came, and what is odd about it. */
function Head({ delivery, onCorrect }: { delivery: Delivery; onCorrect: (() => void) | null }) {
  const { when } = useTimes();
  const units = useAppSelector((s) => s.prefs.units);
  const { data: suppliers } = useRead(routes.landing.suppliers);
  const supplierPath = `/suppliers/${suppliers?.find((s) => s.name === delivery.supplier)?.id ?? ''}`;
  return (
    <>
      <div className="flex items-start justify-between gap-4">
        <div>
          <h2 className="text-big">
            {delivery.supplier}{' '}
            <Link to={supplierPath} className="why text-note font-normal">
              {say('its_record')}
            </Link>
          </h2>
          <p className="text-ink2">
            {say('ice_2', {
              arrivedAt: when(delivery.arrivedAt),
              probeTenths:
                delivery.probeTenths === null
                  ? say('not_probed')
                  : say('core', { probeTenths: formatTemperature(delivery.probeTenths, units) }),
              ice: delivery.ice,
              noteRef: delivery.noteRef ? say('note', { noteRef: delivery.noteRef }) : say('no_note_number'),
              recordedBy: delivery.recordedBy,
            })}
          </p>
        </div>
        {onCorrect && (
          <Button small onPress={onCorrect}>
            {say('put_right_2')}
          </Button>
        )}
      </div>
      {delivery.warnings.map((w) => (
        <p key={w} className="mt-2 border-l-[3px] border-emberline pl-3">
          {w}. <span className="text-ink3">{say('follow_your_local_food_authority')}</span>
        </p>
      ))}
      {delivery.remarks && <p className="mt-2 text-ink2">{delivery.remarks}</p>}
    </>
  );
}

/** What fish a lot is, and what is to be said of it. */
function LotFish({ lot: l }: { lot: LotRow }) {
  const said = [
    l.doubt,
    l.holdReason && say('held', { holdReason: l.holdReason }),
    l.verdict === 'reject' && l.claims === 0 && say('rejected_claim_it'),
  ];
  return (
    <>
      {shortName(l.speciesName)}{' '}
      <span className="text-note text-ink3">
        {inWords(conditionName[l.condition])} {conditionCode[l.condition]}
      </span>
      {said.filter(Boolean).map((words) => (
        <div key={String(words)} className="text-note text-embertext">
          {words}
        </div>
      ))}
      {l.remarks && <div className="text-note text-ink3">{l.remarks}</div>}
    </>
  );
}

/** Where a lot comes from, and by which gear. */
function Origin({ lot: l }: { lot: LotRow }) {
  return (
    <>
      {l.production === 'farmed' ? (
        say('farmed', { area: l.area })
      ) : (
        <span title={areaWords(l.area)}>{isSeaArea(l.area) ? say('fao', { area: l.area }) : l.area}</span>
      )}
      {l.gear ? <div className="whitespace-nowrap text-ink3">{l.gear}</div> : null}
      {l.boat && (
        <Link className="why text-note" to={boatPath(l.boat)}>
          {l.boat}
        </Link>
      )}
    </>
  );
}

/** A weight with how it is known, the mark left empty where it is a sum. */
function Weighed({ grams, source }: { grams: number; source?: LotRow['weightSource'] }) {
  return (
    <span className="inline-flex items-center gap-2">
      <Mass g={grams} />
      <span className="w-[18px] max-sm:hidden">{source && <SourceMark source={source} />}</span>
    </span>
  );
}

interface LotsProps {
  delivery: Delivery;
  mayLand: boolean;
  acting: number | null;
  onAct: (lotId: number | null) => void;
}

/** The lots of a delivery, held against its note. */
function Lots({ delivery, mayLand, acting, onAct }: LotsProps) {
  const { totals, noteGrams, notePieces, noteMoney } = delivery;
  const money = (sum: number | null) => (sum === null ? '' : formatMoney(sum));
  return (
    <div className="mt-3">
      <Table
        rows={delivery.lots}
        keyOf={(l) => l.id}
        columns={[
          {
            head: say('lot'),
            className: 'font-figure text-label font-semibold whitespace-nowrap',
            cell: (l) => l.code,
          },
          { head: say('fish'), className: 'py-1', cell: (l) => <LotFish lot={l} /> },
          {
            head: say('origin'),
            wide: true,
            className: 'text-note text-ink2',
            cell: (l) => <Origin lot={l} />,
          },
          { head: say('number'), figure: true, cell: (l) => l.pieces },
          {
            head: say('weight'),
            figure: true,
            cell: (l) => <Weighed grams={l.grams} source={l.weightSource} />,
          },
          {
            head: say('a_kg'),
            figure: true,
            wide: true,
            cell: (l) => (l.pricePerKg === null ? '–' : formatMoney(l.pricePerKg)),
          },
          {
            className: 'text-right whitespace-nowrap max-sm:py-2',
            cell: (l) => (
              <>
                {mayLand && (
                  <button
                    type="button"
                    className="why mr-3 max-sm:mr-0 max-sm:mb-2 max-sm:block max-sm:w-full max-sm:text-right"
                    aria-expanded={acting === l.id}
                    onClick={() => onAct(acting === l.id ? null : l.id)}
                  >
                    {say('more')}
                  </button>
                )}
                <Link className="why" to={`/grading/${l.id}`}>
                  {l.graded ? say('grade') : say('grade_it')}
                </Link>
              </>
            ),
          },
        ]}
        sums={[
          '',
          say('weighed_in_all'),
          '',
          totals.pieces,
          <Weighed key="weight" grams={totals.grams} />,
          money(totals.money),
        ]}
        against={
          noteGrams === null && notePieces === null
            ? null
            : [
                '',
                say('the_note_says'),
                '',
                notePieces ?? '–',
                noteGrams === null ? '–' : <Weighed key="weight" grams={noteGrams} />,
                money(noteMoney),
              ]
        }
      />
    </div>
  );
}

/** What the supplier brought before and has not been landed again yet. */
function AsLastTime({
  again,
  chosen,
  onChoose,
}: {
  again: readonly LotDraft[];
  chosen: LotDraft | undefined;
  onChoose: (draft: LotDraft) => void;
}) {
  return (
    <div className="mt-4 flex flex-wrap items-center gap-2 border-t border-line pt-3">
      <span className="text-note text-ink2">{say('as_the_last_time')}</span>
      {again.map((d) => (
        <Button
          key={`${d.speciesId} ${d.condition}`}
          small
          pressed={chosen === d}
          onPress={() => onChoose(d)}
        >
          {shortName(d.speciesName)}, {d.pieces}
        </Button>
      ))}
    </div>
  );
}

interface MoreProps {
  delivery: Delivery;
  onLanded: () => void;
  onNoMore: () => void;
}

/** Lands one lot after another. */
function LandMore({ delivery, onLanded, onNoMore }: MoreProps) {
  // Lots landed from this form: it begins anew after each of them, and only then.
  const [landed, setLanded] = useState(0);
  const [draft, setDraft] = useState<LotDraft | undefined>();
  const { data: last } = useRead(routes.landing.lastLots, {
    query: { supplier: delivery.supplier },
  });
  const again = (last ?? []).filter(
    (d) => !delivery.lots.some((l) => l.speciesId === d.speciesId && l.condition === d.condition),
  );
  return (
    <>
      {again.length > 0 && <AsLastTime again={again} chosen={draft} onChoose={setDraft} />}
      <LotForm
        key={`${landed} ${draft?.speciesId ?? ''}`}
        draft={draft}
        deliveryId={delivery.id}
        lot={null}
        landed={delivery.lots}
        onDone={() => {
          setDraft(undefined);
          setLanded((n) => n + 1);
          onLanded();
        }}
        onNoMore={delivery.lots.length > 0 ? onNoMore : null}
      />
      {delivery.lots.length === 0 && <Drop delivery={delivery} />}
    </>
  );
}

export function DeliveryView({ delivery, mayLand }: { delivery: Delivery; mayLand: boolean }) {
  const [editing, setEditing] = useState<'head' | LotRow | null>(null);
  const [landing, setLanding] = useState(false);
  const [chosen, setActing] = useChosenRow('lot');
  const acting = chosen === null ? null : Number(chosen);
  if (editing === 'head')
    return (
      <DeliveryForm delivery={delivery} onDone={() => setEditing(null)} onCancel={() => setEditing(null)} />
    );
  const open = delivery.state === 'open';
  const adding = landing || delivery.lots.length === 0;
  const acted = delivery.lots.find((l) => l.id === acting);
  return (
    <div>
      <Head delivery={delivery} onCorrect={mayLand ? () => setEditing('head') : null} />
      {delivery.lots.length > 0 && <Lots {...{ delivery, mayLand, acting }} onAct={setActing} />}
      {acted && mayLand && !editing && (
        <LotActions
          key={acted.id}
          lot={acted}
          onClose={() => setActing(null)}
          onCorrect={() => {
            setActing(null);
            setEditing(acted);
          }}
        />
      )}
      {editing && (
        <LotForm
          key={editing.id}
          deliveryId={delivery.id}
          lot={editing}
          onDone={() => setEditing(null)}
          onNoMore={() => setEditing(null)}
        />
      )}
      {open && mayLand && !editing && !adding && (
        <CloseNote delivery={delivery} onMore={() => setLanding(true)} />
      )}
      {open && mayLand && !editing && adding && (
        <LandMore delivery={delivery} onLanded={() => setLanding(true)} onNoMore={() => setLanding(false)} />
      )}
    </div>
  );
}
