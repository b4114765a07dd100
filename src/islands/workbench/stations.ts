/** The stations in the order of the work, each with the letter that leads to it. */
export const STATIONS = [
  { name: 'plan', word: 'Plan', key: 'p' },
  { name: 'script', word: 'Script', key: 's' },
  { name: 'music', word: 'Music', key: 'u' },
  { name: 'shoot', word: 'Shoot', key: 'h' },
  { name: 'align', word: 'Align', key: 'a' },
  { name: 'score', word: 'Score', key: 'o' },
  { name: 'check', word: 'Check', key: 'k' },
  { name: 'deliver', word: 'Deliver', key: 'd' },
] as const;
export type Station = (typeof STATIONS)[number]['name'];

export function isStation(text: unknown): text is Station {
  return STATIONS.some((station) => station.name === text);
}
