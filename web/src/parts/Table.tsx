import type { ReactNode } from 'react';

export interface Column<T> {
  head?: ReactNode;
  cell: (row: T) => ReactNode;
  /** A figure: to the right, in the face of figures. */
  figure?: boolean;
  /** Stands apart from the column before it, as a picture does. */
  apart?: boolean;
  /** Left out on a telephone. */
  wide?: boolean;
  className?: string | ((row: T) => string);
  /** A class that sets its width. */
  width?: string;
}

/** What the heading and the cells of a column have in common. */
const common = (c: Column<never>) => [c.apart && 'pl-6', c.wide && 'max-sm:hidden', c.width];
const classes = (...names: (string | false | undefined)[]) => names.filter(Boolean).join(' ') || undefined;

interface Props<T> {
  columns: readonly Column<T>[];
  rows: readonly T[];
  keyOf: (row: T) => string | number;
  /** Narrower than this it scrolls sideways, px. */
  least?: number;
  /** Columns without a heading: what they hold is plain. */
  bare?: boolean;
  /** What it is called, where no heading says so. */
  label?: string;
  /** What the columns come to, under all of them. */
  sums?: readonly ReactNode[];
}

/** The table of every list of figures. */
export function Table<T>({ columns, rows, keyOf, least, bare = false, label, sums }: Props<T>) {
  return (
    <div className="overflow-x-auto">
      <table className="plain" style={{ minWidth: least }} aria-label={label}>
        {!bare && (
          <thead>
            <tr>
              {columns.map((c, i) => (
                <th key={i} className={classes(c.figure && 'text-right', ...common(c))}>
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
                  className={classes(
                    c.figure && 'num',
                    ...common(c),
                    typeof c.className === 'function' ? c.className(row) : c.className,
                  )}
                >
                  {c.cell(row)}
                </td>
              ))}
            </tr>
          ))}
          {sums && (
            <tr className="border-t-[1.5px] border-ink font-semibold">
              {columns.map((c, i) => (
                <td key={i} className={classes(c.figure && 'num', ...common(c))}>
                  {sums[i]}
                </td>
              ))}
            </tr>
          )}
        </tbody>
      </table>
    </div>
  );
}
