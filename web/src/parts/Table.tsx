import type { ReactNode } from 'react';

export interface Column<T> {
  head: ReactNode;
  cell: (row: T) => ReactNode;
  /** A figure: to the right, in the face of figures. */
  figure?: boolean;
  className?: string;
}

interface Props<T> {
  columns: readonly Column<T>[];
  rows: readonly T[];
  keyOf: (row: T) => string | number;
  /** Narrower than this it scrolls sideways, px. */
  least?: number;
  /** Columns without a heading: what they hold is plain. */
  bare?: boolean;
}

/** The table of every list of figures. */
export function Table<T>({ columns, rows, keyOf, least, bare = false }: Props<T>) {
  return (
    <div className="overflow-x-auto">
      <table className="plain" style={{ minWidth: least }}>
        {!bare && (
          <thead>
            <tr>
              {columns.map((c, i) => (
                <th key={i} className={c.figure ? 'text-right' : undefined}>
                  {c.head}
                </th>
              ))}
            </tr>
          </thead>
        )}
        <tbody>
          {rows.map((row) => (
            <tr key={keyOf(row)}>
              {columns.map((c, i) => (
                <td
                  key={i}
                  className={[c.figure && 'num', c.className].filter(Boolean).join(' ') || undefined}
                >
                  {c.cell(row)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
