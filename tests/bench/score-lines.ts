/** All that is counted of one class or of several together. */
export interface Score {
  starts: number[];
  ends: number[];
  /** Certainty said, and whether both ends lie within a second. */
  sure: [number, boolean][];
  missing: number;
  wrong: number;
  leftOut: number;
  phantom: number;
  mistakes: number;
  mistakesFound: number;
  beyond: number;
  minutes: number;
  claims: number;
  claimsFound: number;
  given: number;
  right: number;
  alarms: number;
  f1: number[];
  notes: string[];
  /** Claims and mistakes by type: found of how many. */
  byType: Map<string, [found: number, all: number]>;
}

export function newScore(): Score {
  return {
    starts: [],
    ends: [],
    sure: [],
    missing: 0,
    wrong: 0,
    leftOut: 0,
    phantom: 0,
    mistakes: 0,
    mistakesFound: 0,
    beyond: 0,
    minutes: 0,
    claims: 0,
    claimsFound: 0,
    given: 0,
    right: 0,
    alarms: 0,
    f1: [],
    notes: [],
    byType: new Map(),
  };
}

export function merge(scores: readonly Score[]): Score {
  const all = newScore();
  for (const s of scores) {
    all.starts.push(...s.starts);
    all.ends.push(...s.ends);
    all.sure.push(...s.sure);
    all.f1.push(...s.f1);
    for (const key of [
      'missing',
      'wrong',
      'leftOut',
      'phantom',
      'mistakes',
      'mistakesFound',
      'beyond',
      'minutes',
      'claims',
      'claimsFound',
      'given',
      'right',
      'alarms',
    ] as const)
      all[key] += s[key];
    for (const [type, [f, n]] of s.byType) {
      const [F, N] = all.byType.get(type) ?? [0, 0];
      all.byType.set(type, [F + f, N + n]);
    }
  }
  return all;
}

function quantile(values: readonly number[], p: number): string {
  const sorted = [...values].sort((x, y) => x - y);
  const at = sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))];
  return at === undefined ? '–' : at.toFixed(1);
}

/** Mean distance of what is said from what holds, over ten steps of certainty. */
export function expectedError(sure: readonly (readonly [number, boolean])[]): number {
  let off = 0;
  for (let lo = 0; lo < 10; lo++) {
    const bin = sure.filter(([c]) => Math.min(9, Math.floor(c * 10)) === lo);
    off += Math.abs(bin.reduce((sum, [c]) => sum + c, 0) - bin.filter(([, ok]) => ok).length);
  }
  return sure.length === 0 ? NaN : off / sure.length;
}

export function scoreLine(s: Score): string {
  return (
    `starts ${quantile(s.starts, 0.5)}/${quantile(s.starts, 0.95)} ends ${quantile(s.ends, 0.5)}/` +
    `${quantile(s.ends, 0.95)} s` +
    `, missing ${s.missing}, wrong ${s.wrong} of ${s.missing + s.starts.length}, left-out seen ` +
    `${s.leftOut - s.phantom}/${s.leftOut}` +
    `; claims ${s.claimsFound}/${s.claims}, right ${s.right}/${s.given}, alarms ` +
    `${((10 * s.alarms) / s.minutes).toFixed(1)}` +
    `; mistakes ${s.mistakesFound}/${s.mistakes}, beyond ${((10 * s.beyond) / s.minutes).toFixed(1)}` +
    `; F1 ${(s.f1.reduce((x, y) => x + y, 0) / Math.max(1, s.f1.length)).toFixed(2)}; expected error ` +
    `${expectedError(s.sure).toFixed(2)}`
  );
}

/** What is said against what holds, by tenths of certainty. */
export function reliability(sure: readonly (readonly [number, boolean])[]): string[] {
  return Array.from({ length: 10 }, (_, lo) => {
    const bin = sure.filter(([c]) => Math.min(9, Math.floor(c * 10)) === lo);
    const [said, held] = [bin.reduce((sum, [c]) => sum + c, 0), bin.filter(([, ok]) => ok).length];
    return bin.length === 0
      ? ''
      : `said ${((100 * said) / bin.length).toFixed(0)} %, holds in ${((100 * held) / bin.length).toFixed(0)} ` +
          `% of ${bin.length}`;
  }).filter((line) => line !== '');
}
