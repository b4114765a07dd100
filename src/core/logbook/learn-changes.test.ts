import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import { type ChangeFigures, USUAL_CHANGES, changeOvers } from '../script/change-over.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import type { RecordedSegment } from '../align/alignment.ts';
import { learnChanges } from './learn-changes.ts';

const plan = readOutline(
  '# T\n## Main: 3 rounds, 40/12\n- Squat\n- Dead bug\n- Broomstick row\n- Crate push-up\n- Clam | sides own\n',
).value;
const { segments } = compile(plan);
const changes = changeOvers(plan, segments);

/** A take of somebody whose change-overs really cost `true`; a break never ends before its planned end. */
function filmed(real: ChangeFigures, plannedAtLeast = true): RecordedSegment[] {
  const cost = new Map(changeOvers(plan, segments, real).map((c) => [c.toIndex, c]));
  let now = 0;
  return segments.map((segment, i): RecordedSegment => {
    const next = segments.slice(i + 1).find(isActive);
    const planned = segment.end - segment.start;
    const need = isActive(segment) || next === undefined ? planned : (cost.get(next.index)?.neededUs ?? planned);
    const length = isActive(segment) ? planned : plannedAtLeast ? Math.max(planned, need) : need;
    const start = now;
    now += length;
    return {
      segment,
      recorded: { start: anyTime(start), end: anyTime(now) },
      confidence: 0.9,
      placed: 1,
      evidence: [],
    };
  });
}

describe('learning what change-overs cost', () => {
  it('finds a slow studio from its breaks that ran over', () => {
    const real = { ...USUAL_CHANGES, newUs: anySeconds(30), knownUs: anySeconds(24) };
    const learned = learnChanges(changes, filmed(real), USUAL_CHANGES);
    expect(learned?.used).toBeGreaterThan(4);
    expect((learned?.figures.knownUs ?? 0) / 1e6).toBeGreaterThan(20);
    expect((learned?.figures.newUs ?? 0) / 1e6).toBeGreaterThan(25);
    // What it asks for now is nearer to what was taken.
    const off = (figures: ChangeFigures) =>
      changeOvers(plan, segments, figures).reduce(
        (sum, c, i) => sum + Math.abs(c.neededUs - (changeOvers(plan, segments, real)[i]?.neededUs ?? 0)),
        0,
      );
    expect(off(learned!.figures)).toBeLessThan(off(USUAL_CHANGES) * 0.5);
  });
  it('finds a quick one from breaks done in less than was thought', () => {
    const real = {
      knownUs: anySeconds(5),
      newUs: anySeconds(12),
      levelUs: anySeconds(3),
      propUs: anySeconds(2),
      sideUs: anySeconds(3),
    };
    const learned = learnChanges(changes, filmed(real, false), USUAL_CHANGES);
    expect((learned?.figures.newUs ?? 99e6) / 1e6).toBeLessThan(17);
    expect((learned?.figures.knownUs ?? 99e6) / 1e6).toBeLessThan(13);
  });
  it('learns nothing from breaks that the clock ended, nor from unsure places', () => {
    const easy = filmed({
      knownUs: anyTime(0),
      newUs: anyTime(0),
      levelUs: anyTime(0),
      propUs: anyTime(0),
      sideUs: anyTime(0),
    });
    const roomy = easy.map((r) => ({ ...r, confidence: 0.1 }));
    expect(learnChanges(changes, roomy, USUAL_CHANGES)).toBeNull();
    expect(learnChanges([], easy, USUAL_CHANGES)).toBeNull();
  });
});
