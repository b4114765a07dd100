import { useEffect } from 'react';
import { create } from 'zustand';

/** Something the open station can do, for the command list. `keys` is how it is done without the list. */
export interface StationCommand {
  readonly label: string;
  readonly keys?: string;
  readonly run: () => void;
}

export const useStationCommands = create<{ readonly commands: readonly StationCommand[] }>()(() => ({ commands: [] }));

/** Puts a station's commands into the list for as long as it is open. */
export function useCommands(commands: readonly StationCommand[]): void {
  useEffect(() => {
    useStationCommands.setState({ commands });
  });
  useEffect(() => () => useStationCommands.setState({ commands: [] }), []);
}
