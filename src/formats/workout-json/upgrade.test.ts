import { NOTHING_ON_TAKE, NO_TONES, VOICE_AS_RECORDED } from '../../core/edit/decisions.ts';
import { describe, expect, it } from 'vitest';
import { compile } from '../../core/plan/compile.ts';
import { DEFAULT_CALLS, EMPTY_SCRIPT, SPARE_CALLS } from '../../core/script/cue.ts';
import { schedule } from '../../core/script/schedule.ts';
import { newDocument } from '../../core/workout/document.ts';
import { readOutline } from '../outline/outline-reader.ts';
import { faultOf } from '../plan-json/plan-schema.ts';
import { upgradeDocument } from './upgrade.ts';
import { workoutSchema } from './workout-schema.ts';

const plan = readOutline('# T\n## Main: 40/20\n- Squat\n- Row').value;
const TAKE_ID = '7d0f3c52-4a5e-4c53-9d0c-0f2f6a3f1b11';
const first = {
  ...newDocument('T'),
  plan,
  version: 1,
  script: {
    cues: [{ id: 'c1', segmentKey: 'k', kind: 'form', anchor: { kind: 'half' }, text: 'Sit back' }],
    calls: {
      on: { name: true, side: true, 'half-way': false, ten: true, 'next-up': true, rest: true },
      countdown: '4-3-2',
      words: {
        name: 'Now {move}!',
        side: '{side} side.',
        'half-way': 'Half-way.',
        ten: '',
        'next-up': 'Next up, {move}.',
        rest: 'And rest.',
      },
    },
  },
};

/** The script of a workout from before there were ways of calling. */
const OWN = { ...EMPTY_SCRIPT, calls: DEFAULT_CALLS };

describe('a document of the first version', () => {
  const now = upgradeDocument(first);
  it('is a right document of this version, with what was decided kept and new calls off', () => {
    expect(faultOf(workoutSchema, now)).toBeNull();
    expect(now.script.cues).toEqual(first.script.cues);
    expect(now.script.calls).toMatchObject({
      countdown: '4-3-2',
      countIn: false,
      on: { name: true, 'half-way': false, option: false, water: false },
      words: { name: ['Now {move}!'], ten: [] },
    });
  });
  it('says the same calls as before', () => {
    const { segments } = compile(plan);
    const texts = schedule(segments, now.script, { plan })
      .lines.filter((l) => l.segmentIndex === 0)
      .map((l) => l.text);
    expect(texts).toEqual(['Now Squat!', 'Four.', 'Three.', 'Two.']);
  });
  /** Videos of before sounded as they were recorded, and go on to. */
  const asBefore = {
    ...newDocument('T'),
    edit: {
      ...newDocument('T').edit,
      sound: { targetLufs: null, music: false, voice: VOICE_AS_RECORDED, tones: NO_TONES },
    },
  };
  it('of the second version gets no music', () => {
    const { music: _, edit, ...rest } = newDocument('T');
    const { pickUps: _p, retakes: _r, takeLetStand: _s, noTimers: _n, ...oldEdit } = edit;
    const second = { ...rest, edit: oldEdit, plan, version: 2 };
    expect(upgradeDocument(second)).toEqual({ ...asBefore, plan, script: OWN });
  });
  it('of the fourth version gets no dismissed timers and keeps its own calls', () => {
    const { edit, ...rest } = newDocument('T');
    const { noTimers: _, ...oldEdit } = edit;
    expect(upgradeDocument({ ...rest, edit: oldEdit, version: 4 })).toEqual({ ...asBefore, script: OWN });
  });
  it('of the fifth version has one take and sounds as it was recorded', () => {
    const { aside: _a, joined: _j, uses: _u, cameras: _c, shown: _s, sound: _o, ...oldEdit } = newDocument('T').edit;
    const upgraded = upgradeDocument({ ...newDocument('T'), edit: oldEdit, version: 5 });
    expect(upgraded).toEqual(asBefore);
    expect(faultOf(workoutSchema, upgraded)).toBeNull();
  });
  it('of the sixth version sounds as it did, and nobody has spoken its pick-ups', () => {
    const document = newDocument('T');
    const pickUp = { id: 'p', segmentKey: null, at: 5e6, roomUs: 2e6, text: 'Other side.', why: 'side', muted: null };
    const on = { pins: [], noTimers: [], accepted: false, removed: [], shown: [], settled: [], pickUps: [pickUp] };
    const edit = { ...document.edit, ...on, aside: [{ takeId: 'b', ...on }], sound: { targetLufs: -14, music: true } };
    const upgraded = upgradeDocument({ ...document, version: 6, edit });
    expect(upgraded.edit.sound).toEqual({ targetLufs: -14, music: true, voice: VOICE_AS_RECORDED, tones: NO_TONES });
    for (const { pickUps } of [upgraded.edit, ...upgraded.edit.aside])
      expect(pickUps).toEqual([{ ...pickUp, recording: null }]);
  });
  it('of the eighth version knows nothing of music in the room', () => {
    const document = newDocument('T');
    const { roomCounts: _, ...edit } = { ...document.edit, accepted: true };
    const { roomCounts: _r, ...on } = NOTHING_ON_TAKE;
    const aside = [{ takeId: TAKE_ID, ...on }];
    const upgraded = upgradeDocument({ ...document, version: 8, edit: { ...edit, aside } });
    expect(upgraded.edit.aside).toEqual([{ takeId: TAKE_ID, ...NOTHING_ON_TAKE }]);
    expect(upgraded).toMatchObject({ version: 13, edit: { accepted: true, roomCounts: [] } });
    expect(faultOf(workoutSchema, upgraded)).toBeNull();
  });
  it('of the tenth version wrote nothing of what is said, and its look stood where it stood', () => {
    const document = newDocument('T');
    const { speech: _s, clear: _c, ...look } = document.edit.rules.look;
    const rules = { ...document.edit.rules, look: { ...look, look: 'tide', mirrored: true } };
    const upgraded = upgradeDocument({ ...document, version: 10, edit: { ...document.edit, rules } });
    expect(upgraded.edit.rules.look).toMatchObject({ look: 'tide', mirrored: true, speech: false, clear: false });
    expect(faultOf(workoutSchema, upgraded)).toBeNull();
  });
  it('of the eleventh version lets stand what it let stand, under another name', () => {
    const document = newDocument('T');
    const stands = { rule: 'break-over', segmentKey: 'k', at: 5e6, how: 'It may stand' };
    const old = ({ takeLetStand: _, ...on }: typeof NOTHING_ON_TAKE) => ({ ...on, settled: [stands] });
    const aside = [{ takeId: TAKE_ID, ...old(NOTHING_ON_TAKE) }];
    const upgraded = upgradeDocument({
      ...document,
      version: 11,
      edit: { ...document.edit, ...old(document.edit), aside },
    });
    for (const on of [upgraded.edit, ...upgraded.edit.aside]) {
      expect(on.takeLetStand).toEqual([stands]);
      expect(on).not.toHaveProperty('settled');
    }
    expect(faultOf(workoutSchema, upgraded)).toBeNull();
  });
  it('of this version is left as it is', () => {
    const document = { ...newDocument('T'), script: { cues: [], calls: SPARE_CALLS, marks: [] } };
    expect(upgradeDocument(document)).toBe(document);
    expect(faultOf(workoutSchema, document)).toBeNull();
  });
});

describe('a document from before a call was thought of', () => {
  const whole = { ...newDocument('T'), plan };
  const { breath: _on, ...on } = whole.script.calls.on;
  const { breath: _words, ...words } = whole.script.calls.words;
  const older = { ...whole, script: { ...whole.script, calls: { ...whole.script.calls, on, words } } };
  const now = upgradeDocument(older);
  it('is a right one, with that call switched off in its usual words, and called as before', () => {
    expect(faultOf(workoutSchema, older)).not.toBeNull();
    expect(faultOf(workoutSchema, now)).toBeNull();
    expect(now.script.calls.on).toEqual({ ...on, breath: false });
    expect(now.script.calls.words).toEqual({ ...words, breath: DEFAULT_CALLS.words.breath });
    expect(now.version).toBe(whole.version);
  });
  it('and one that has them all is left as it is', () => expect(upgradeDocument(whole)).toBe(whole));
});
