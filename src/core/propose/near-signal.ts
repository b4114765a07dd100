/** A boundary this near to a timer's signal is at the signal, which is sharper than words. */
const SIGNAL_NEAR_US = 3e6;

/** The signal that a time means; null where none is near. Microseconds on take time. */
export function signalNear(signals: readonly number[], at: number): number | null {
  const off = (signal: number) => Math.abs(signal - at);
  const near = signals.filter((s) => off(s) <= SIGNAL_NEAR_US);
  return near.length === 0 ? null : near.reduce((a, b) => (off(b) < off(a) ? b : a));
}
