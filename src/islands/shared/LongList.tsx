import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, type RefObject, useEffect, useLayoutEffect, useRef, useState } from 'react';

/** A row of a list: what it shows is drawn only where it is in view. */
export interface ListRow {
  readonly key: string;
  readonly draw: () => ReactNode;
  /** About how high it is, pixels; it is measured once it is drawn. */
  readonly aboutPx: number;
}

interface Props {
  readonly label: string;
  readonly rows: readonly ListRow[];
  /** The row that is brought into view when it becomes another one; null: none. */
  readonly shown: string | null;
  /** Another number: it is brought into view again. */
  readonly turn?: number;
  /** Where it comes to stand; left out: no further than it must. */
  readonly place?: 'center';
}

/** Fewer rows than this are drawn all: searching in the page finds them, and nothing is saved. */
const FEW = 120;
/** Rows that are drawn above and below what is in view. */
const OVERSCAN = 6;

/** A list that scrolls with the page and stays quick for thousands of rows. */
export function LongList(props: Props) {
  return props.rows.length <= FEW ? <WholeList {...props} /> : <WindowedList {...props} />;
}

/** Somebody types into one of its rows: nothing moves under the hand. */
const isTypedInto = (list: HTMLElement | null) =>
  list?.contains(document.activeElement) === true && document.activeElement?.matches('input, textarea') === true;

function WholeList({ label, rows, shown, turn, place }: Props) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    if (shown === null || isTypedInto(list.current)) return;
    const at = rows.findIndex((r) => r.key === shown);
    list.current?.children[at]?.scrollIntoView({ block: place ?? 'nearest' });
  }, [shown, turn]);
  return (
    <ol ref={list} aria-label={label}>
      {rows.map((row) => (
        <li key={row.key}>{row.draw()}</li>
      ))}
    </ol>
  );
}

/** Where an element begins on the page, pixels. */
function useTop(element: RefObject<HTMLElement | null>): number {
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    setTop((element.current?.getBoundingClientRect().top ?? 0) + window.scrollY);
  }, []);
  return top;
}

/**
 * Which rows of a long table are to be drawn, and how high what is above and below them stands, pixels. Rows are about
 * as high as each other.
 */
export function useRowsInView(body: RefObject<HTMLElement | null>, count: number, aboutPx: number) {
  const above = useTop(body);
  const virtual = useWindowVirtualizer({
    ...{ count, overscan: OVERSCAN * 2, scrollMargin: above, enabled: count > FEW },
    estimateSize: () => aboutPx,
  });
  if (count <= FEW) return { from: 0, to: count, beforePx: 0, afterPx: 0 };
  const items = virtual.getVirtualItems();
  const [from, to] = [items[0]?.index ?? 0, (items.at(-1)?.index ?? -1) + 1];
  return { from, to, beforePx: from * aboutPx, afterPx: (count - to) * aboutPx };
}

function WindowedList({ label, rows, shown, turn, place }: Props) {
  const list = useRef<HTMLOListElement>(null);
  const above = useTop(list);
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: (i) => rows[i]?.aboutPx ?? 0,
    getItemKey: (i) => rows[i]?.key ?? i,
    overscan: OVERSCAN,
    scrollMargin: above,
  });
  useEffect(() => {
    if (shown === null || isTypedInto(list.current)) return;
    const at = rows.findIndex((r) => r.key === shown);
    if (at >= 0) virtual.scrollToIndex(at, { align: place ?? 'auto' });
  }, [shown, turn]);
  const items = virtual.getVirtualItems();
  const before = (items[0]?.start ?? above) - above;
  const after = virtual.getTotalSize() - ((items.at(-1)?.end ?? above) - above);
  return (
    <ol ref={list} aria-label={label} style={{ paddingTop: Math.max(0, before), paddingBottom: Math.max(0, after) }}>
      {items.map(({ index, key }) => (
        <li
          key={key}
          ref={virtual.measureElement}
          data-index={index}
          aria-setsize={rows.length}
          aria-posinset={index + 1}
        >
          {rows[index]?.draw()}
        </li>
      ))}
    </ol>
  );
}
