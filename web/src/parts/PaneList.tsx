import { useNavigate } from 'react-router';

interface Row {
  key: number | string;
  name: string;
  /** What stands beside the name, at the right. */
  detail?: string;
  to: string;
}

interface Props {
  label: string;
  rows: readonly Row[];
  chosen: number | string;
  className?: string;
  /** Stands below the last row. */
  children?: React.ReactNode;
}

/** Names to choose from beside what is known of the chosen one; each has its own address. */
export function PaneList({ label, rows, chosen, className = 'pane-list', children }: Props) {
  const go = useNavigate();
  return (
    <ul aria-label={label} className={`${className} pt-1`}>
      {rows.map((r) => (
        <li key={r.key} className="border-b border-line">
          <button
            type="button"
            aria-current={r.key === chosen}
            onClick={() => void go(r.to)}
            className={`flex min-h-12 w-full items-center justify-between gap-2 px-2 text-left font-figure text-label font-semibold hover:bg-lift ${r.key === chosen ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
          >
            <span className="min-w-0 truncate" title={r.name}>
              {r.name}
            </span>
            {r.detail && <span className="whitespace-nowrap">{r.detail}</span>}
          </button>
        </li>
      ))}
      {children}
    </ul>
  );
}
