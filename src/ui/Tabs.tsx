import clsx from 'clsx';
interface Props<T extends string> {
  readonly label: string;
  readonly tabs: readonly { readonly name: T; readonly word: string; readonly count?: number }[];
  readonly chosen: T;
  readonly onChoose: (name: T) => void;
}

/** One row of words of which one is chosen; a count beside a word says how much waits there. */
export function Tabs<T extends string>({ label, tabs, chosen, onChoose }: Props<T>) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap border-b">
      {tabs.map(({ name, word, count }) => (
        <button
          key={name}
          aria-pressed={chosen === name}
          onClick={() => onChoose(name)}
          className={clsx(
            'px-2 py-1',
            chosen === name ? 'font-bold shadow-[inset_0_-2px_0_var(--color-ink)]' : 'text-soft hover:text-ink',
          )}
        >
          {word}
          {count !== undefined && count > 0 && <span className="figures ml-1 text-alarm">{count}</span>}
        </button>
      ))}
    </div>
  );
}
