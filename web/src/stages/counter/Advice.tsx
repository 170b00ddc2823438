import type { StockRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useRead } from '../../app/api.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { say } from './say.ts';

/** What to say over the glass: how to keep it, how to cook it, bones and cautions. */
export function Advice({ row, onClose }: { row: StockRow; onClose: () => void }) {
  const {
    data: told,
    problem,
    refetch,
  } = useRead(routes.counter.advice, { query: { lotId: row.lotId, item: row.item, batch: row.batch } });
  const part = (title: string, lines: readonly string[]) => (
    <section className="border-t border-line py-2">
      <h3 className="text-label">{title}</h3>
      {lines.map((l) => (
        <p key={l}>{l}</p>
      ))}
    </section>
  );
  return (
    <Dialog open title={`${row.speciesName}, ${row.itemName}`} onClose={onClose}>
      {told ? (
        <>
          {part(say('keep_it'), told.store)}
          {part(say('cook_it'), told.cook)}
          {part(say('bones'), [told.bones])}
          {part(say('cautions'), told.cautions)}
          <p className="pb-3 text-note text-ink3">{say('common_practice_safe_core')}</p>
        </>
      ) : (
        <Waiting problem={problem} onRetry={refetch} />
      )}
      <Button onPress={onClose}>{say('back_to_the_counter')}</Button>
    </Dialog>
  );
}
