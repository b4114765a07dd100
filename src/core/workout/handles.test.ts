import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asFilmed } from '../../../tests/support/as-filmed.ts';
import { assemble } from '../edit/assemble.ts';
import { cutsOf } from '../edit/trims.ts';
import { lanes } from '../lanes/lanes.ts';
import { compile } from '../plan/compile.ts';
import { frameAt, frameRate, frameStart } from '../time/frames.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import { type WorkoutDocument, decidedOn, newDocument } from './document.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { workoutSchema } from '../../formats/workout-json/workout-schema.ts';
import { type HandleOf, handlesOf, withHandleMoved, within } from './handles.ts';

const A = '5b0c1f0e-2f3a-4f11-9d7e-0a1b2c3d4e5f';
const RATE = frameRate(30000, 1001);
const plan = readOutline('# Hands\n## Hello: talk, 0:20\n## Main: 2 rounds, 30/15\n- Squat\n- Plank').value;
const { segments, total } = compile(plan);
const BASE: WorkoutDocument = {
  ...newDocument('Hands'),
  plan,
  edit: { ...newDocument('').edit, takeId: A, removed: [{ start: s(30), end: s(33) }] },
};

/** The programme as filmed three seconds late, a pin moving what it names as the alignment would. */
function seen(document: WorkoutDocument) {
  const alignment = asFilmed(segments, s(3));
  const moved = new Map(document.edit.pins.map((p) => [p.segmentKey, p.at]));
  const placed = alignment.segments.map((r, i) => {
    const next = moved.get(alignment.segments[i + 1]?.segment.key ?? '');
    const { start, end } = r.recorded!;
    return { ...r, recorded: { start: moved.get(r.segment.key) ?? start, end: next ?? end } };
  });
  const film = {
    takeId: A,
    duration: anyTime(total + 6e6),
    alignment: { ...alignment, segments: placed },
    faults: new Map(),
    speech: [],
  };
  const removedOf = (id: string) => decidedOn(document.edit, id).removed;
  const programme = assemble(segments, [film], { uses: [], removedOf, inserts: [] }, RATE);
  const { captions, chapters } = lanes(programme, document.edit, plan);
  const cuts = cutsOf(programme.shots, removedOf);
  return programme.segments.map((segment) => ({
    segment,
    shots: programme.shots,
    caption: captions.find((c) => c.segmentKey === segment.key) ?? null,
    chapter: chapters.find((c) => c.segmentKey === segment.key) ?? null,
    cuts: cuts.filter((c) => c.at >= segment.start && c.at < segment.end),
  }));
}

const KINDS: readonly HandleOf['kind'][] = ['boundary', 'caption-in', 'caption-out', 'chapter', 'cut'];
const all = seen(BASE).flatMap((data) => handlesOf(data, BASE.edit, data.shots).map((handle) => ({ data, handle })));

describe('what is taken by the hand', () => {
  it('is there once for each thing that a stave has', () => {
    for (const kind of KINDS) expect(all.some(({ handle }) => handle.of.kind === kind)).toBe(true);
    // The first chapter begins with the programme and is no handle; each planned segment has one boundary.
    expect(all.filter(({ handle }) => handle.of.kind === 'boundary')).toHaveLength(segments.length);
    expect(all.filter(({ handle }) => handle.of.kind === 'chapter')).toHaveLength(2);
    expect(all.filter(({ handle }) => handle.of.kind === 'cut')).toHaveLength(1);
  });
  it('is after the move where it was put, to a frame, and the document can be kept (law)', () => {
    fc.assert(
      fc.property(fc.nat(all.length - 1), fc.integer({ min: -12_000, max: 12_000 }), (i, ms) => {
        const { data, handle } = all[i]!;
        const to = within(handle, handle.at + ms * 1e3, RATE);
        expect(to).toBeGreaterThanOrEqual(handle.least);
        expect(to).toBeLessThanOrEqual(handle.most);
        const next = withHandleMoved(BASE, data.segment, handle, { to, rate: RATE });
        expect(workoutSchema.validate(next).error).toBeUndefined();
        const now = seen(next)
          .filter((d) => d.segment.key === data.segment.key || handle.of.kind === 'cut')
          .flatMap((d) => handlesOf(d, next.edit, d.shots))
          .filter((h) => h.of.kind === handle.of.kind);
        const off = Math.min(...now.map((h) => Math.abs(h.at - to)));
        // A boundary that falls into what was cut out is where that is.
        const cut = BASE.edit.removed[0]!;
        const pin = next.edit.pins[0];
        if (pin !== undefined && pin.at > cut.start - 5e5 && pin.at < cut.end + 5e5) return;
        expect(off, `${handle.of.kind} to ${to}`).toBeLessThanOrEqual(frameStart(1, RATE) + 1);
      }),
      { numRuns: 300 },
    );
  });
  it('lies on frames, but for an end that lies between two', () => {
    for (const { handle } of all) {
      const at = within(handle, handle.at + 123_456, RATE);
      expect(at === frameStart(frameAt(at, RATE), RATE) || at === handle.most || at === handle.least).toBe(true);
    }
  });
  it('moves one edge of a cut where that is asked, and the programme becomes longer', () => {
    const { data, handle } = all.find(({ handle: h }) => h.of.kind === 'cut')!;
    const to = within(handle, handle.at - 1e6, RATE);
    const next = withHandleMoved(BASE, data.segment, handle, { to, rate: RATE, edge: 'after' });
    const [before, after] = [BASE.edit.removed[0]!, next.edit.removed[0]!];
    expect(Math.abs(after.start - before.start)).toBeLessThan(34e3);
    expect(before.end - after.end).toBeGreaterThan(0.95e6);
    expect(before.end - after.end).toBeLessThan(1.05e6);
  });
});
