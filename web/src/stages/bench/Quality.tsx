import { contract, type AnswerOf } from '@ember-slate/contract';
import { useRead } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { Waiting } from '../../parts/Waiting.tsx';

type Row = AnswerOf<typeof contract.bench.quality>[number];

/** Where a ratio stands to what is expected, on one axis for all rows: 60 to 140 %. */
function Ratio({ value }: { value: number | null }) {
  if (value === null) return <span className="text-ink3">not timed</span>;
  const x = (v: number) => 75 + Math.max(-0.4, Math.min(0.4, v - 1)) * 175;
  return (
    <svg width="220" height="26" role="img" aria-label={`${(value * 100).toFixed(1)} % of expected`}>
      <path className="rul" d="M 5 18.5 H 145 M 5.5 14 V 22 M 75.5 10 V 22 M 145.5 14 V 22" />
      <path d={`M 75 13 H ${x(value)}`} stroke="var(--ink)" strokeWidth="5" />
      <text x="154" y="18" className="i2">
        {(value * 100).toFixed(1)} %
      </text>
    </svg>
  );
}

/** Minutes, yield and bones by form and cutter: a help, not a ranking. */
export default function Quality() {
  const { data, problem, refetch } = useRead(contract.bench.quality);
  const { me } = useShop();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const most = [...data].sort((a, b) => b.bones - a.bones)[0];
  return (
    <div>
      <h1 className="text-head">
        {most && most.bones > 0 ? `Pass two finds most in ${most.formName}` : 'How the cutting goes'}
      </h1>
      <p className="pb-3 text-label text-ink2">
        {me.role === 'manager' ? 'By cutter and form' : 'Yours, by form'}, the last 90 days, against what each
        ticket was expected to give and take. A help, not a ranking: with few tickets the figures are pulled
        toward 100 %.
      </p>
      {data.length === 0 ? (
        <p className="border-t border-line pt-4 text-label">
          Nothing to show yet: closed tickets of one form appear here.
        </p>
      ) : (
        <div className="overflow-x-auto">
          <table className="plain">
            <thead>
              <tr>
                <th>Form</th>
                {me.role === 'manager' && <th>Cutter</th>}
                <th className="text-right">Tickets</th>
                <th className="pl-6">Minutes, 60 to 140 %</th>
                <th className="pl-6">Yield, 60 to 140 %</th>
                <th className="text-right">Bones in pass two</th>
                <th className="text-right">Frame</th>
              </tr>
            </thead>
            <tbody>
              {data.map((r: Row) => (
                <tr key={`${r.form} ${r.cutter}`}>
                  <td className="font-figure text-label font-semibold">{r.formName}</td>
                  {me.role === 'manager' && <td>{r.cutter}</td>}
                  <td className="num">{r.tickets}</td>
                  <td className="pl-6">
                    <Ratio value={r.minutes} />
                  </td>
                  <td className="pl-6">
                    <Ratio value={r.yield} />
                  </td>
                  <td className="num">{r.bones.toFixed(2)} a ticket</td>
                  <td className="num">{r.frame === null ? '–' : r.frame.toFixed(1)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}
