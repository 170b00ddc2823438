import { Fragment, useState, type ReactNode } from 'react';
import { say } from './say.ts';

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
  /** What the columns come to, under all of them; what that is held against under it. */
  sums?: readonly ReactNode[];
  against?: readonly ReactNode[] | null;
  /** What stands under a row that is open. */
  under?: (row: T) => ReactNode;
  /** Columns as wide as they say, whatever they hold. */
  fixed?: boolean;
}

/** The table of every list of figures. */
export function Table<T>(props: Props<T>) {
  const { columns, rows, keyOf, least, bare = false, label, sums, against, under, fixed } = props;
  // Wider than its room it scrolls: then the keyboard gets there too.
  const [wider, setWider] = useState(false);
  const ref = (e: HTMLDivElement | null) => {
    if (!e) return;
    const seen = new ResizeObserver(() => setWider(e.scrollWidth > e.clientWidth + 1));
    seen.observe(e);
    return () => seen.disconnect();
  };
  const foot = (cells: readonly ReactNode[], ofRow: string, ofCell?: string) => (
    <tr className={ofRow}>
      {columns.map((c, i) => (
        <td key={i} className={classes(c.figure && 'num', ...common(c), ofCell)}>
          {cells[i]}
        </td>
      ))}
    </tr>
  );
  return (
    <div
      ref={ref}
      className="wide-table"
      {...(wider ? { tabIndex: 0, role: 'group', 'aria-label': label ?? say('table') } : {})}
    >
      <table
        className={classes('plain', fixed && 'table-fixed')}
        style={{ minWidth: least }}
        aria-label={label}
      >
        {!bare && (
          <thead>
            <tr>
              {columns.map((c, i) =>
                c.head ? (
                  <th key={i} scope="col" className={classes(c.figure && 'text-right', ...common(c))}>
                    {c.head}
                  </th>
                ) : (
                  <td key={i} className={classes('h-auto! border-0!', ...common(c))} />
                ),
              )}
            </tr>
          </thead>
        )}
        <tbody>
          {rows.map((row) => {
            const open = under?.(row);
            return (
              <Fragment key={keyOf(row)}>
                <tr>
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
                {open && (
                  <tr>
                    <td colSpan={columns.length} className="pb-3">
                      {open}
                    </td>
                  </tr>
                )}
              </Fragment>
            );
          })}
          {sums && foot(sums, 'font-semibold', 'border-t-[1.5px]! border-ink!')}
          {against && foot(against, 'text-ink2')}
        </tbody>
      </table>
    </div>
  );
}
