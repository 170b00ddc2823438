import { contract, type AnswerOf, type Pay, type Problem, type StockRow } from '@ember-slate/contract';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { request } from '../../app/request.ts';
import { useScanner } from '../../app/scanner.ts';
import { useShop } from '../../app/shop.tsx';
import { say, useAct } from '../../app/store.ts';
import { formatMoney } from '../../parts/money.ts';
import { intoBag, rowKey, type BagLine } from './bag.ts';

/** What one customer has in the bag so far, filled by scale and scanner, and emptied when it is paid. */
export function useBag(rows: readonly StockRow[] | undefined, choose: (key: string) => void) {
  const { shop, me } = useShop();
  const act = useAct();
  const sell = useChange(contract.counter.sell);
  const [lines, setLines] = useState<readonly BagLine[]>([]);
  const [problem, setProblem] = useState<Problem | null>(null);
  const maySell = me.role !== 'bench';
  const add = (line: BagLine) => {
    setProblem(null);
    setLines((had) => intoBag(had, line));
  };
  const scan = async (code: string) => {
    if (!maySell) return;
    const outcome = await request<AnswerOf<typeof contract.counter.scan>>(
      'GET',
      `${contract.counter.scan.path}?code=${encodeURIComponent(code)}`,
    );
    if (!outcome.ok) return setProblem(outcome.problem);
    const found = outcome.data;
    const row = rows?.find((r) => rowKey(r) === rowKey(found));
    if (!row) return;
    choose(rowKey(row));
    if (found.grams === null || row.pricePerKg === null) return;
    const { place, lotId, item, batch } = found;
    add({
      place,
      lotId,
      item,
      batch,
      grams: found.grams,
      pieces: Math.min(found.pieces, row.freePieces),
      source: 'measured',
      perKg: row.pricePerKg,
      name: found.name,
      labelPrice: found.labelPrice,
    });
  };
  useScanner((code) => void scan(code));
  const pay = async (way: Pay) => {
    if (lines.length === 0 || sell.busy) return;
    const outcome = await sell.send({
      pay: way,
      lines: lines.map(({ name: _name, labelPrice: _label, ...l }) => l),
    });
    if (!outcome.ok && !('kept' in outcome)) return setProblem(outcome.problem);
    // A sale kept on this screen is spoken of by the shell until it is in.
    act(
      say(
        outcome.ok
          ? {
              text: `Bag ${outcome.data.number} paid: ${formatMoney(outcome.data.total)} ${shop.currency}`,
              problem: false,
            }
          : null,
      ),
    );
    setLines([]);
    setProblem(null);
  };
  return {
    lines,
    add,
    out: (line: BagLine) => setLines((had) => had.filter((l) => l !== line)),
    change: (line: BagLine, to: Partial<BagLine>) =>
      setLines((had) => had.map((l) => (l === line ? { ...l, ...to } : l))),
    pay,
    busy: sell.busy,
    problem,
    forget: () => setProblem(null),
    maySell,
  };
}
export type Bag = ReturnType<typeof useBag>;
