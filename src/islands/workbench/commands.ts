import { useEffect, useId, useRef } from 'react';
import { tinykeys } from 'tinykeys';
import { create } from 'zustand';
import { inField } from './use-keys.ts';

/** Something the open station can do, for the command list. `keys` is how it is done without the list. */
interface StationCommand {
  readonly label: string;
  readonly keys?: string;
  readonly run: () => void;
}

interface Registered {
  /** By the part of the station that offers them; in the order in which the parts came. */
  readonly byPart: ReadonlyMap<string, readonly StationCommand[]>;
}

const useRegistered = create<Registered>()(() => ({ byPart: new Map() }));

/** All commands of the open station, of every part of it. */
export function useStationCommands(): readonly StationCommand[] {
  const byPart = useRegistered((s) => s.byPart);
  return [...byPart.values()].flat();
}

/** Puts commands into the list for as long as the part of the station that offers them is there. */
export function useCommands(commands: readonly StationCommand[]): void {
  const part = useId();
  useEffect(() => {
    useRegistered.setState(({ byPart }) => ({ byPart: new Map(byPart).set(part, commands) }));
  });
  useEffect(
    () => () =>
      useRegistered.setState(({ byPart }) => {
        const others = new Map(byPart);
        others.delete(part);
        return { byPart: others };
      }),
    [part],
  );
}

/**
 * Commands that each have one letter as their key, in the list and under the hand; a letter typed into a field is none.
 */
export function useLetterCommands(commands: readonly (StationCommand & { readonly letter: string })[]): void {
  const latest = useRef(commands);
  useEffect(() => {
    latest.current = commands;
  });
  const letters = commands.map((c) => c.letter).join();
  useEffect(
    () =>
      tinykeys(
        window,
        Object.fromEntries(
          letters.split(',').map((letter) => [
            letter,
            (event: KeyboardEvent) => {
              if (!inField(event)) latest.current.find((c) => c.letter === letter)?.run();
            },
          ]),
        ),
      ),
    [letters],
  );
  useCommands(commands.map(({ label, letter, keys, run }) => ({ label, keys: keys ?? letter.toUpperCase(), run })));
}
