import clsx from 'clsx';
import * as Tooltip from '@radix-ui/react-tooltip';
import { type ReactElement, useRef } from 'react';

interface Props {
  /** A few words; empty: no tip. */
  readonly says: string;
  /** What it is about: one element that can be pointed at, best one that the keyboard reaches. */
  readonly children: ReactElement;
  /** The words are the element's own name already: who hears the page hears them once. */
  readonly isName?: boolean;
  /** Shown as long as this is true, whatever is pointed at; left out: as for all tips. */
  readonly open?: boolean;
}

const BEFORE_MS = 350;

/**
 * Where something that lies over the page is put: in the part of the page that it belongs to, so that all of it is in a
 * landmark; in its dialog, for a modal one lies over everything outside of it.
 */
export function homeOf(element: Element | null): HTMLElement | undefined {
  return element?.closest<HTMLElement>('dialog, header, main, aside') ?? undefined;
}

/** A tip beside an element: where the pointer rests on it, or as soon as the keyboard comes to it. Escape hides it. */
export function Hint({ says, children, isName = false, open }: Props) {
  const trigger = useRef<HTMLButtonElement>(null);
  if (says === '') return children;
  return (
    <Tooltip.Provider delayDuration={BEFORE_MS} disableHoverableContent>
      <Tooltip.Root {...(open !== undefined && { open })}>
        <Tooltip.Trigger asChild ref={trigger} {...(isName && { 'aria-describedby': undefined })}>
          {children}
        </Tooltip.Trigger>
        <Tooltip.Portal container={homeOf(trigger.current)}>
          <Tooltip.Content
            sideOffset={5}
            collisionPadding={8}
            className={clsx(
              'pointer-events-none z-50 max-w-72 rounded-sm bg-ink px-2 py-1 text-[13px] leading-snug',
              'text-sheet',
            )}
          >
            {says}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}
