import type { AnswerOf, Pay, Problem, StockRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useRef, useState } from 'react';
import { useDraft, useKept } from '../../app/draft.ts';
import { useChange } from '../../app/api.ts';
import { request } from '../../app/request.ts';
import { useScanner } from '../../app/scanner.ts';
import { useShop } from '../../app/shop.tsx';
import { notify, useAppDispatch } from '../../app/store.ts';
import { formatMoney } from '../../parts/money.ts';
import { besidePaid, intoBag, pricedBy, withArticle, type BagArticle, type BagLine } from './bag.ts';
import { rowKey } from '../../parts/rowKey.ts';
import { say } from './say.ts';

/** What one customer has in the bag so far, filled by scale and scanner, and emptied when it is paid. */
export function useBag(rows: readonly StockRow[] | undefined, choose: (key: string) => void) {
  const { me } = useShop();
  const dispatch = useAppDispatch();
  const sell = useChange(routes.counter.sell);
  // The bag is this till's: a customer is at the glass whatever the hand looks up meanwhile.
  const bag = useDraft('bag', 'screen');
  const [lines, setLines] = useKept<readonly BagLine[]>(bag, 'lines', []);
  const [articles, setArticles] = useKept<readonly BagArticle[]>(bag, 'articles', []);
  /** What the last customer gave in cash, and what it was for: it stays until the next bag is begun. */
  const [given, setGiven] = useKept<{ given: number; total: number } | null>(bag, 'given', null);
  const [problem, setProblem] = useState<Problem | null>(null);
  /** Lines that are being paid. */
  const paying = useRef<{ lines: readonly BagLine[]; articles: readonly BagArticle[] }>({
    lines: [],
    articles: [],
  });
  const maySell = me.role !== 'bench';
  const begun = () => {
    setProblem(null);
    setGiven(null);
  };
  const add = (line: BagLine) => {
    begun();
    setLines((had) => besidePaid(had, paying.current.lines, (open) => intoBag(open, line)));
  };
  const addArticle = (article: BagArticle) => {
    begun();
    setArticles((had) => besidePaid(had, paying.current.articles, (open) => withArticle(open, article)));
  };
  const scan = async (code: string) => {
    if (!maySell) return;
    const outcome = await request<AnswerOf<typeof routes.counter.scan>>(
      'GET',
      `${routes.counter.scan.path}?code=${encodeURIComponent(code)}`,
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
      source: found.source,
      // A scan that counts no piece is sold by its weight.
      ...(found.pieces > 0 ? pricedBy(row) : { unit: 'kg' as const, perKg: row.pricePerKg }),
      name: found.name,
      labelPrice: found.labelPrice,
    });
  };
  useScanner((code) => void scan(code));
  const pay = async (way: Pay, customer: string | null = null) => {
    if (lines.length + articles.length === 0 || sell.busy) return;
    const paid = { lines, articles };
    paying.current = paid;
    const outcome = await sell.send({
      pay: way,
      customer,
      lines: paid.lines.map(({ name: _name, labelPrice: _label, ...l }) => l),
      goods: paid.articles.map(({ name: _name, unit: _unit, rate: _rate, ...a }) => a),
    });
    paying.current = { lines: [], articles: [] };
    if (!outcome.ok && !('kept' in outcome)) return setProblem(outcome.problem);
    // A sale kept on this screen is spoken of by the shell until it is in.
    dispatch(
      notify(
        outcome.ok
          ? {
              text: say('bag_paid', {
                number: outcome.data.number,
                total: formatMoney(outcome.data.total),
              }),
              problem: false,
            }
          : null,
      ),
    );
    // What was put in while the answer was on its way is the next customer's, or this one's next bag.
    setLines((had) => had.filter((l) => !paid.lines.includes(l)));
    setArticles((had) => had.filter((a) => !paid.articles.includes(a)));
    setProblem(null);
  };
  return {
    lines,
    articles,
    add,
    addArticle,
    out: (what: BagLine | BagArticle) => {
      setLines((had) => had.filter((l) => l !== what));
      setArticles((had) => had.filter((a) => a !== what));
    },
    changeArticle: (article: BagArticle, to: Partial<BagArticle>) =>
      setArticles((had) => had.map((a) => (a === article ? { ...a, ...to } : a))),
    change: (line: BagLine, to: Partial<BagLine>) =>
      setLines((had) => had.map((l) => (l === line ? { ...l, ...to } : l))),
    pay,
    payCash: (of: number | null, total: number) => {
      setGiven(of === null ? null : { given: of, total });
      return pay('cash');
    },
    given,
    busy: sell.busy,
    problem,
    forget: () => setProblem(null),
    maySell,
  };
}
export type Bag = ReturnType<typeof useBag>;
