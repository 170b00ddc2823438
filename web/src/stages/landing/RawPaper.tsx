import { inWords } from '@ember-slate/words/core';
import type { LotRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { groundName, groundRefusal, rawGrounds, type RawGround } from '@ember-slate/core/coldchain';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useShop } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { errorsByPath, TextField } from '../../parts/Field.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { ActForm } from './ActForm.tsx';
import { say } from './say.ts';

/** The paper that lets a lot be eaten raw without having been frozen: kept and withdrawn by a manager. */
export function RawPaper({ lot, onDone }: { lot: LotRow; onDone: () => void }) {
  const { shop, me } = useShop();
  const draft = useDraft(`raw paper ${lot.id}`);
  const { send, busy, problem } = useChange(routes.landing.rawPaper, draft);
  const possible = rawGrounds.filter((g) => groundRefusal(g, lot.production, shop.ruleProfile) === null);
  const [ground, setGround] = useKept<RawGround | null>(draft, 'ground', null);
  const [document, setDocument] = useKept(draft, 'document', '');
  const save = async (paper: { ground: RawGround; document: string } | null) => {
    const outcome = await send({ version: lot.version, paper }, { id: lot.id });
    if (outcome.ok) onDone();
  };
  const manager = me.role === 'manager';
  return (
    <div>
      <p className="max-w-[44rem] pb-2 text-note text-ink2">{say('without_a_paper_it_is_eaten_raw')}</p>
      {lot.rawPaper && (
        <div className="pb-2">
          <p className="pb-2">
            {say('may_be_eaten_raw_unfrozen', {
              ground: inWords(groundName(lot.rawPaper.ground)),
              document: lot.rawPaper.document,
            })}
          </p>
          <Refused problem={problem} />
          {manager && (
            <Button busy={busy} onPress={() => void save(null)}>
              {say('withdraw_the_paper')}
            </Button>
          )}
        </div>
      )}
      {!manager && !lot.rawPaper && <p>{say('none_is_kept_with_this_lot_a')}</p>}
      {manager && !lot.rawPaper && (
        <ActForm
          button={say('keep_the_paper')}
          busy={busy}
          problem={problem}
          notYet={
            ground === null
              ? say('say_what_it_proves')
              : document.trim() === ''
                ? say('say_its_number')
                : null
          }
          onSubmit={() => void save({ ground: ground!, document })}
        >
          <Choice
            className="col-span-full"
            label={say('what_it_proves')}
            value={ground}
            options={inWords(possible.map((g) => ({ value: g, name: groundName(g) })))}
            onChange={setGround}
          />
          <TextField
            className="col-span-full"
            label={say('its_number_or_where_it_lies')}
            value={document}
            onChange={setDocument}
            error={errorsByPath(problem)['paper.document']}
            note={say('a_photo_of_it_can_be_kept_under')}
          />
        </ActForm>
      )}
    </div>
  );
}
