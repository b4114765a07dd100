import { createContext, useContext } from 'react';
import { create } from 'zustand';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import type { Station } from './stations.ts';

/** Goes to another station without loading the page. */
export const GoContext = createContext<(station: Station) => void>(() => undefined);

/** A place that the next station is to open at. */
export const useAim = create<{ readonly aim: { readonly segmentKey: string; readonly at: ProgrammeTime } | null }>()(
  () => ({
    aim: null,
  }),
);

/** Goes to a station, and there to a place where it has places. */
export function useGoTo() {
  const go = useContext(GoContext);
  return (station: Station, aim: { readonly segmentKey: string; readonly at: ProgrammeTime } | null = null) => {
    useAim.setState({ aim });
    go(station);
  };
}
