/**
 * Classes of effort with the MET that the Compendium of Physical Activities 2011 gives them (from memory of that
 * table). MET: multiples of the energy spent at rest.
 */
export const EFFORTS = {
  rest: { met: 1.3, source: 'Compendium 2011, standing quietly' },
  stretch: { met: 2.3, source: 'Compendium 2011, stretching, mild' },
  flow: { met: 2.5, source: 'Compendium 2011, hatha yoga' },
  light: { met: 2.8, source: 'Compendium 2011, calisthenics, light' },
  resistance: { met: 3.5, source: 'Compendium 2011, resistance training, multiple exercises, 8–15 reps' },
  moderate: { met: 3.8, source: 'Compendium 2011, calisthenics, moderate' },
  circuit: { met: 4.3, source: 'Compendium 2011, circuit training, moderate' },
  'low-impact': { met: 5, source: 'Compendium 2011, aerobic, low impact' },
  'heavy-resistance': { met: 6, source: 'Compendium 2011, resistance training, vigorous' },
  'high-impact': { met: 7.3, source: 'Compendium 2011, aerobic, high impact' },
  step: { met: 7.5, source: 'Compendium 2011, step aerobics, 15–20 cm' },
  vigorous: { met: 8, source: 'Compendium 2011, calisthenics, vigorous' },
} as const satisfies Readonly<Record<string, { met: number; source: string }>>;
export type Effort = keyof typeof EFFORTS;

export type IntensityBand = 'light' | 'moderate' | 'vigorous';

/** Light below 3 MET, moderate 3 to below 6, vigorous from 6 (ACSM Guidelines, from memory). */
export function bandOfMet(met: number): IntensityBand {
  return met < 3 ? 'light' : met < 6 ? 'moderate' : 'vigorous';
}

/**
 * Band by share of maximum heart rate: light 57–63 %, moderate 64–76 %, vigorous 77–95 % (ACSM Guidelines, from
 * memory); null outside.
 */
export function bandOfHeartRate(shareOfMax: number): IntensityBand | null {
  if (shareOfMax < 0.57 || shareOfMax > 0.95) return null;
  return shareOfMax < 0.64 ? 'light' : shareOfMax < 0.77 ? 'moderate' : 'vigorous';
}

/** Kilocalories: minutes × MET × 3.5 × body mass in kg ÷ 200 (ACSM metabolic equation). */
export function kilocalories(met: number, massKg: number, minutes: number): number {
  return (met * 3.5 * massKg * minutes) / 200;
}

/**
 * How far a table's MET may be off for one person doing one thing: people differ by about a quarter either way (common
 * practice).
 */
export const ENERGY_SPREAD = 0.25;
