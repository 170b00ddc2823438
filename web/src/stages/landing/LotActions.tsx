import type { LotRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { multiplyRate } from '@ember-slate/core/units';
import { useEffect, useRef, useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useTimes } from '../../app/shop.tsx';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { Choice } from '../../parts/Choice.tsx';
import {
  errorsByPath,
  MoneyField,
  TextField,
  WeightField,
  wholeNumber,
  type Weight,
} from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { ActForm } from './ActForm.tsx';
import { Photos } from './Photos.tsx';
import { RawPaper } from './RawPaper.tsx';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

const acts = ['hold', 'split', 'claim', 'photos', 'raw', 'label'] as const;
type Act = (typeof acts)[number];

function Hold({ lot, onDone }: { lot: LotRow; onDone: () => void }) {
  const draft = useDraft(`hold ${lot.id}`);
  const [version, setVersion] = useKept(draft, 'version', lot.version);
  const { send, busy, problem } = useChange(routes.landing.hold, draft);
  const [reason, setReason] = useKept(draft, 'reason', '');
  const save = async (text: string | null, over = version) => {
    const outcome = await send({ version: over, reason: text }, { id: lot.id });
    if (outcome.ok) onDone();
  };
  if (lot.holdReason)
    return (
      <div>
        <p className="pb-2">{say('held_2', { holdReason: lot.holdReason })}</p>
        <Refused problem={problem} />
        <Button kind="main" busy={busy} onPress={() => void save(null)}>
          {say('let_it_go')}
        </Button>
      </div>
    );
  return (
    <ActForm
      button={say('hold_the_lot')}
      busy={busy}
      problem={problem}
      notYet={reason.trim() === '' ? say('say_why') : null}
      onSubmit={() => void save(reason)}
    >
      <Stale
        problem={problem}
        names={{ reason: say('why_it_waits') }}
        mine={{ reason }}
        onKeep={(over) => {
          setVersion(over);
          void save(reason, over);
        }}
        onTheirs={draft.leave(onDone)}
      />
      <TextField
        className="col-span-full"
        label={say('why_it_waits')}
        value={reason}
        onChange={setReason}
        note={say('it_is_neither_promised_cut_nor')}
      />
    </ActForm>
  );
}

function Split({ lot, onDone }: { lot: LotRow; onDone: () => void }) {
  const draft = useDraft(`split ${lot.id}`);
  const { send, busy, problem } = useChange(routes.landing.split, draft);
  const dispatch = useAppDispatch();
  const [pieces, setPieces] = useKept(draft, 'pieces', '');
  const [weight, setWeight] = useKept<Weight | null>(draft, 'weight', null);
  const [remarks, setRemarks] = useKept(draft, 'remarks', '');
  const errors = errorsByPath(problem);
  const save = async () => {
    const outcome = await send(
      {
        version: lot.version,
        pieces: wholeNumber(pieces) ?? 0,
        grams: weight?.grams ?? 0,
        source: weight?.source ?? 'typed',
        remarks,
      },
      { id: lot.id },
    );
    if (!outcome.ok) return;
    dispatch(notify({ text: say('is_a_lot_of_its_own_now', { code: outcome.data.code }), problem: false }));
    onDone();
  };
  return (
    <ActForm button={say('split_it_off')} busy={busy} problem={problem} onSubmit={() => void save()}>
      <TextField
        label={say('fish_of', { pieces: lot.there.pieces })}
        value={pieces}
        onChange={setPieces}
        inputMode="numeric"
        error={errors.pieces}
      />
      <WeightField
        label={say('their_weight')}
        value={weight}
        onChange={setWeight}
        error={errors.grams}
        take={{
          act: say('take_the_part'),
          title: say('part_of', { code: lot.code }),
          detail: say('what_is_split_off'),
        }}
      />
      <TextField
        className="col-span-2"
        label={say('what_it_is')}
        value={remarks}
        onChange={setRemarks}
        note={say('the_softer_ones_the_small_ones')}
      />
    </ActForm>
  );
}

const outcomes = [
  { value: 'return', name: say('send_back') },
  { value: 'bin', name: say('bin_here') },
  { value: 'keep', name: say('keep_for_less') },
] as const;

function Claim({ lot, onDone }: { lot: LotRow; onDone: () => void }) {
  const { data } = useRead(routes.landing.claims, { params: { id: lot.id } });
  if (!data) return <p className="text-ink3">…</p>;
  return (
    <ClaimForm lot={lot} wording={data.wording} reason={data.draft} claims={data.claims} onDone={onDone} />
  );
}

interface ClaimMade {
  id: number;
  number: number;
  outcome: string;
  grams: number;
  money: number;
}

/** Claims written already, each with its sheet. */
function Claims({ claims }: { claims: readonly ClaimMade[] }) {
  const mass = useMass();
  return (
    <>
      {claims.map((c) => (
        <p key={c.id} className="pb-2">
          <a className="why" href={`/api/landing/claims/${c.id}/sheet.pdf`} target="_blank" rel="noreferrer">
            {say('claim_sheet', { number: c.number })}
          </a>{' '}
          <span className="text-note text-ink2">
            {mass(c.grams)}, {formatMoney(c.money)}
          </span>
        </p>
      ))}
    </>
  );
}

function ClaimForm({
  lot,
  wording: usual,
  reason: proposed,
  claims,
  onDone,
}: {
  lot: LotRow;
  wording: string;
  /** The reason its grade gives. */
  reason: string;
  claims: readonly ClaimMade[];
  onDone: () => void;
}) {
  const draft = useDraft(`claim ${lot.id}`);
  const { send, busy, problem } = useChange(routes.landing.claim, draft);
  const dispatch = useAppDispatch();
  const all = lot.there.pieces > 0;
  const [outcome, setOutcome] = useKept<'return' | 'bin' | 'keep'>(draft, 'outcome', all ? 'return' : 'keep');
  const [pieces, setPieces] = useKept(draft, 'pieces', String(all ? lot.there.pieces : lot.pieces));
  const [weight, setWeight] = useKept<Weight | null>(draft, 'weight', {
    grams: all ? lot.there.grams : lot.grams,
    source: 'estimated',
  });
  const [money, setMoney] = useKept<number | null>(
    draft,
    'money',
    lot.pricePerKg === null ? null : multiplyRate(all ? lot.there.grams : lot.grams, lot.pricePerKg),
  );
  const [reason, setReason] = useKept(draft, 'reason', proposed);
  const [wording, setWording] = useKept(draft, 'wording', usual);
  const errors = errorsByPath(problem);
  const save = async () => {
    const made = await send(
      {
        outcome,
        pieces: wholeNumber(pieces) ?? 0,
        grams: weight?.grams ?? 0,
        money: money ?? 0,
        reason,
        wording,
      },
      { id: lot.id },
    );
    if (!made.ok) return;
    dispatch(notify({ text: say('claim_is_written', { number: made.data.number }), problem: false }));
    onDone();
  };
  return (
    <>
      <Claims claims={claims} />
      <ActForm
        button={say('write_the_claim')}
        busy={busy}
        problem={problem}
        notYet={reason.trim() === '' ? say('say_why') : null}
        onSubmit={() => void save()}
      >
        <Choice
          className="col-span-full"
          label={say('the_fish')}
          value={outcome}
          options={outcomes}
          onChange={setOutcome}
        />
        <TextField
          label={say('fish_of_here', { pieces: lot.there.pieces })}
          value={pieces}
          onChange={setPieces}
          inputMode="numeric"
          error={errors.pieces}
        />
        <WeightField
          label={say('weight')}
          value={weight}
          onChange={setWeight}
          error={errors.grams}
          take={{
            act: say('take_the_claim'),
            title: say('claimed_of', { code: lot.code }),
            detail: say('what_goes_back'),
          }}
        />
        <MoneyField label={say('asked')} value={money} onChange={setMoney} error={errors.money} />
        <span />
        <TextField
          className="col-span-full"
          label={say('reason')}
          value={reason}
          onChange={setReason}
          error={errors.reason}
        />
        <TextField
          className="col-span-full"
          label={say('wording_for_the_supplier')}
          value={wording}
          onChange={setWording}
          error={errors.wording}
          note={say('as_agreed_with_this_supplier_kept')}
        />
      </ActForm>
    </>
  );
}

function Label({ lot }: { lot: LotRow }) {
  const { send, busy, problem } = useChange(routes.landing.printLabel);
  const dispatch = useAppDispatch();
  const [copies, setCopies] = useState('1');
  const print = async () => {
    const outcome = await send({ copies: wholeNumber(copies) ?? 0 }, { id: lot.id });
    if (!outcome.ok) return;
    const { printed, why } = outcome.data;
    dispatch(
      notify(
        why
          ? { text: why, problem: true }
          : { text: say('of_printed', { printed, code: lot.code }), problem: false },
      ),
    );
  };
  return (
    <div>
      <a className="why" href={`/api/landing/lots/${lot.id}/label.pdf`} target="_blank" rel="noreferrer">
        {say('look_at_it_pdf_100_70_mm')}
      </a>
      <ActForm button={say('print')} busy={busy} problem={problem} onSubmit={() => void print()}>
        <TextField
          label={say('labels')}
          value={copies}
          onChange={setCopies}
          inputMode="numeric"
          note={say('one_a_box')}
          error={errorsByPath(problem).copies}
        />
      </ActForm>
    </div>
  );
}

/** What can be done with a lot at the door. */
export function LotActions({
  lot,
  onClose,
  onCorrect,
}: {
  lot: LotRow;
  onClose: () => void;
  onCorrect: () => void;
}) {
  const [act, setAct] = useState<Act>(lot.holdReason ? 'hold' : lot.verdict === 'reject' ? 'claim' : 'label');
  const { when } = useTimes();
  const names: Record<Act, string> = {
    hold: lot.holdReason ? say('held_3') : say('hold'),
    split: say('split'),
    claim: lot.claims > 0 ? say('claims', { claims: lot.claims }) : say('claim'),
    photos: lot.photos > 0 ? say('photos', { photos: lot.photos }) : say('photos_2'),
    raw: lot.rawPaper ? say('raw_use_on_paper') : say('raw_use'),
    label: say('label'),
  };
  const done = () => onClose();
  const here = useRef<HTMLDivElement>(null);
  useEffect(() => {
    here.current?.scrollIntoView({ block: 'nearest' });
  }, [act]);
  return (
    <div
      ref={here}
      className="my-3 border-t-[1.5px] border-ink pt-2 pb-4"
      aria-label={say('lot_2', { code: lot.code })}
      role="group"
    >
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1 pb-2">
        <strong className="font-figure text-row font-semibold">{lot.code}</strong>
        {acts.map((a) => (
          <button
            key={a}
            type="button"
            aria-pressed={act === a}
            onClick={() => setAct(a)}
            className={`h-11 border-b-2 font-figure text-label ${act === a ? 'border-ink font-semibold' : 'border-transparent text-ink2'}`}
          >
            {names[a]}
          </button>
        ))}
        <span className="ml-auto flex gap-4">
          <button type="button" className="why" onClick={onCorrect}>
            {say('put_right')}
          </button>
          <button type="button" className="why" onClick={onClose}>
            {say('put_away')}
          </button>
        </span>
      </div>
      {lot.fish.length > 0 && (
        <p className="pb-2 text-note text-ink3">
          {say('fish_weighed_one_by_one', {
            fish: lot.fish.length,
            caughtOn: lot.caughtOn
              ? say('caught', { when: when(`${lot.caughtOn}T12:00:00Z`).slice(0, 3) })
              : '',
          })}
        </p>
      )}
      {act === 'hold' && <Hold lot={lot} onDone={done} />}
      {act === 'split' && <Split lot={lot} onDone={done} />}
      {act === 'claim' && <Claim lot={lot} onDone={done} />}
      {act === 'photos' && <Photos lotId={lot.id} />}
      {act === 'raw' && <RawPaper lot={lot} onDone={done} />}
      {act === 'label' && <Label lot={lot} />}
    </div>
  );
}
