import { contract, type LotRow, type Problem } from '@ember-slate/contract';
import { groundName, groundRefusal, rawGrounds, type RawGround } from '@ember-slate/core/coldchain';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useShop } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { errorsByPath, TextField } from '../../parts/Field.tsx';
import { ActForm } from './ActForm.tsx';

/** The paper that lets a lot be eaten raw without having been frozen: kept and withdrawn by a manager. */
export function RawPaper({ lot, onDone }: { lot: LotRow; onDone: () => void }) {
  const { shop, me } = useShop();
  const draft = useDraft(`raw paper ${lot.id}`);
  const { send, busy } = useChange(contract.landing.rawPaper, draft);
  const possible = rawGrounds.filter((g) => groundRefusal(g, lot.production, shop.ruleProfile) === null);
  const [ground, setGround] = useKept<RawGround | null>(draft, 'ground', null);
  const [document, setDocument] = useKept(draft, 'document', '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const save = async (paper: { ground: RawGround; document: string } | null) => {
    const outcome = await send({ version: lot.version, paper }, { id: lot.id });
    if (outcome.ok) onDone();
    else setProblem(outcome.problem);
  };
  const manager = me.role === 'manager';
  return (
    <div>
      <p className="max-w-[44rem] pb-2 text-note text-ink2">
        Without a paper it is eaten raw only after the freezing that the rules ask for, on the freezer’s own
        record. Whether a paper is good is for your food authority to say.
      </p>
      {lot.rawPaper && (
        <div className="pb-2">
          <p className="pb-2">
            May be eaten raw unfrozen: {groundName(lot.rawPaper.ground)}, {lot.rawPaper.document}
          </p>
          {manager && (
            <Button busy={busy} onPress={() => void save(null)}>
              Withdraw the paper
            </Button>
          )}
        </div>
      )}
      {!manager && !lot.rawPaper && <p>None is kept with this lot. A manager keeps it.</p>}
      {manager && !lot.rawPaper && (
        <ActForm
          button="Keep the paper"
          busy={busy}
          problem={problem}
          notYet={ground === null ? 'say what it proves' : document.trim() === '' ? 'say its number' : null}
          onSubmit={() => void save({ ground: ground!, document })}
        >
          <Choice
            className="col-span-full"
            label="What it proves"
            value={ground}
            options={possible.map((g) => ({ value: g, name: groundName(g) }))}
            onChange={setGround}
          />
          <TextField
            className="col-span-full"
            label="Its number, or where it lies"
            value={document}
            onChange={setDocument}
            error={errorsByPath(problem)['paper.document']}
            note="a photo of it can be kept under Photos"
          />
        </ActForm>
      )}
    </div>
  );
}
