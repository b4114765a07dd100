import { create } from 'zustand';

interface Selection {
  /** Ids of the moves that are chosen together. Empty: only the one with the focus is meant. */
  readonly ids: ReadonlySet<string>;
  readonly anchor: string | null;
  readonly clear: () => void;
  readonly choose: (ids: Iterable<string>) => void;
  readonly toggle: (id: string) => void;
  /** Chooses all from the anchor (else from `from`) to `to`, in the order given. */
  readonly extend: (order: readonly string[], from: string, to: string) => void;
}

/** Which moves of the plan are chosen. It belongs to the page, not to the document. */
export const useSelection = create<Selection>()((set, get) => ({
  ids: new Set(),
  anchor: null,
  clear: () => {
    if (get().ids.size > 0 || get().anchor !== null) set({ ids: new Set(), anchor: null });
  },
  choose: (ids) => set({ ids: new Set(ids), anchor: null }),
  toggle: (id) => {
    const ids = new Set(get().ids);
    if (!ids.delete(id)) ids.add(id);
    set({ ids, anchor: id });
  },
  extend: (order, from, to) => {
    const anchor = get().anchor ?? from;
    const [a, b] = [order.indexOf(anchor), order.indexOf(to)];
    if (a < 0 || b < 0) return set({ ids: new Set([to]), anchor: to });
    set({ ids: new Set(order.slice(Math.min(a, b), Math.max(a, b) + 1)), anchor });
  },
}));

/** The moves that a command is about: all chosen ones where the move is one of them, else the move alone. */
export function meant(id: string): ReadonlySet<string> {
  const { ids } = useSelection.getState();
  return ids.has(id) ? ids : new Set([id]);
}
