import { type TakeTime, takeTime } from '../../core/time/micros.ts';
import { type ReadProblem } from '../problem.ts';
import { type Node } from './ttml-node.ts';

export interface Clock {
  readonly ticksASecond: number;
  readonly framesASecond: number;
}

/** The rates that times are written in; one that cannot be is named, and the usual one taken. */
export function clockOf({ attributes }: Node, problems: ReadProblem[]): Clock {
  const rate = (name: string, value: string | undefined, usual: number): number => {
    if (value === undefined) return usual;
    const number = Number(value);
    if (Number.isFinite(number) && number > 0 && number < 1e9) return number;
    problems.push({
      code: 'bad-rate',
      line: 0,
      message: `“${value.slice(0, 40)}” is not a ${name}; ${usual} was taken.`,
      severity: 'error',
    });
    return usual;
  };
  const [num, den] = (attributes.frameRateMultiplier ?? '1 1').trim().split(/\s+/);
  const framesASecond =
    (rate('frameRate', attributes.frameRate, 30) * rate('frameRateMultiplier', num, 1)) /
    rate('frameRateMultiplier', den, 1);
  return { framesASecond, ticksASecond: rate('tickRate', attributes.tickRate, framesASecond) };
}

/** When an element begins and ends; null: nothing says when it ends. */
export interface NodeTimes {
  readonly start: TakeTime;
  readonly end: TakeTime | null;
}

export function timesOf(
  node: Node,
  { start: from, end: until }: NodeTimes,
  clock: Clock,
  problems: ReadProblem[],
): NodeTimes {
  const read = (name: string): TakeTime | null => {
    const value = node.attributes[name];
    if (value === undefined) return null;
    const time = timeOf(value.trim(), clock);
    if (time === null)
      problems.push({
        code: 'bad-timing',
        line: 0,
        message: `“${value.slice(0, 40)}” is not a time that TTML knows.`,
        severity: 'error',
      });
    return time;
  };
  const [begin, end, dur] = [read('begin'), read('end'), read('dur')];
  const start = takeTime(from + (begin ?? 0));
  const ends = [end === null ? null : from + end, dur === null ? null : start + dur, until].filter(
    (e): e is TakeTime => e !== null,
  );
  return { start, end: ends.length === 0 ? null : takeTime(Math.min(...ends)) };
}

/** Clock times `hh:mm:ss.fff`, `hh:mm:ss:ff`, offsets `12.3s`, `300ms`, `5m`, `1h`, `40f`, `900t` (TTML2, 12.3). */
function timeOf(text: string, clock: Clock): TakeTime | null {
  const stamp = /^(\d{2,}):(\d{2}):(\d{2})(?:\.(\d+)|:(\d{2,})(?:\.\d+)?)?$/.exec(text);
  if (stamp !== null) {
    const seconds =
      Number(stamp[1]) * 3600 +
      Number(stamp[2]) * 60 +
      Number(stamp[3]) +
      (stamp[4] === undefined ? 0 : Number(`0.${stamp[4]}`)) +
      (stamp[5] === undefined ? 0 : Number(stamp[5]) / clock.framesASecond);
    return takeTime(seconds * 1e6);
  }
  const offset = /^(\d+(?:\.\d+)?)(h|ms|m|s|f|t)$/.exec(text);
  if (offset === null) return null;
  const value = Number(offset[1]);
  const scale = { h: 3600, m: 60, s: 1, ms: 1e-3, f: 1 / clock.framesASecond, t: 1 / clock.ticksASecond }[
    offset[2] as 'h'
  ];
  return takeTime(value * scale * 1e6);
}
