import { ENGLISH } from '../language/en/english.ts';
import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { type Cue, SPARE_CALLS, type Script } from '../script/cue.ts';
import { schedule } from '../script/schedule.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { applyFix } from '../workout/apply-fix.ts';
import { newDocument } from '../workout/document.ts';
import { type Finding, wordsOf } from '../findings/finding.ts';
import { replaceNumber, scriptFindings } from './script-checks.ts';
import { type SaidText, wordingFindings } from './wording-checks.ts';

const plan = readOutline(
  '# T\n## Main: 3 rounds, 40/20\n- Squat\n- Broomstick row\n- Side plank | sides own\n- Squat jump\n',
).value;
const { segments } = compile(plan);
const keyOf = (label: string, round = 1, side?: string) =>
  segments.find((s) => s.label === label && s.round === round && (side === undefined || s.side === side))?.key ?? '';
const scriptOf = (...cues: Cue[]): Script => ({ cues, calls: SPARE_CALLS, marks: [] });
let n = 0;
const line = (segmentKey: string, text: string, afterS = 5, kind: Cue['kind'] = 'talk'): Cue => ({
  id: `c${++n}`,
  segmentKey,
  kind,
  anchor: { kind: 'start', afterUs: anySeconds(afterS) },
  text,
});
const findings = (script: Script) =>
  scriptFindings({ plan, segments }, script, schedule(segments, script, { plan }), { plan });
const about = (script: Script, rule: string) => findings(script).filter((f) => f.rule === rule);
const fixed = (script: Script, finding: Finding | undefined, which = 0): Script =>
  applyFix({ ...newDocument('T'), plan, script }, finding!.fixes[which]!).script;

describe('what a script claims', () => {
  it.each([
    ['three more moves after this one', keyOf('Squat'), []],
    ['this is round two', keyOf('Squat'), ['claim-round']],
    ['two moves left in this round', keyOf('Squat'), ['claim-moves-left']],
    ['left side', keyOf('Side plank', 1, 'left'), []],
    ['right side', keyOf('Side plank', 1, 'left'), ['claim-side']],
    ['fifteen seconds left', keyOf('Squat'), ['claim-seconds-left']],
    ['next up, squat jump', keyOf('Squat'), ['claim-next-up']],
    ['you need a crate', keyOf('Squat'), ['claim-equipment']],
  ])('%s', (text, key, rules) =>
    expect(
      findings(scriptOf(line(key, text, 12)))
        .map((f) => f.rule)
        .filter((r) => r.startsWith('claim-')),
    ).toEqual(rules),
  );

  it.each([
    ['two moves left in this round', 3, 'three moves left in this round'],
    ['this is round 2', 1, 'this is round 1'],
    ['this is the second round', 1, 'this is the first round'],
    ['right side', 'left', 'left side'],
  ])('“%s” is fixed to what is true (%s)', (text, _, right) => {
    const key = text === 'right side' ? keyOf('Side plank', 1, 'left') : keyOf('Squat');
    const script = scriptOf(line(key, text, 8));
    const next = fixed(
      script,
      findings(script).find((f) => f.rule.startsWith('claim-')),
    );
    expect(next.cues[0]?.text).toBe(right);
    expect(findings(next).filter((f) => f.rule.startsWith('claim-'))).toEqual([]);
  });
  it('a time call said at the wrong time is moved to where it is true', () => {
    for (const text of ['Fifteen seconds left.', 'Half-way there.']) {
      const script = scriptOf(line(keyOf('Squat'), text, 9));
      const [wrong] = findings(script).filter((f) => f.rule.startsWith('claim-'));
      const next = fixed(script, wrong);
      expect(findings(next).filter((f) => f.rule.startsWith('claim-'))).toEqual([]);
    }
  });
  it('numbers are put in as they were written', () => {
    expect([
      replaceNumber('12 reps', 12, 10, ENGLISH.corrections),
      replaceNumber('Twelve reps', 12, 10, ENGLISH.corrections),
      replaceNumber('the third round', 3, 2, ENGLISH.corrections),
      replaceNumber('forty-five seconds', 45, 40, ENGLISH.corrections),
      replaceNumber('a few', 3, 2, ENGLISH.corrections),
    ]).toEqual(['10 reps', 'Ten reps', 'the second round', 'forty seconds', 'a few']);
  });
});

describe('lines that do not fit', () => {
  it('are named with the seconds, and can look for their own place', () => {
    const script = scriptOf(
      line(keyOf('Squat'), 'Keep the long line from the crown of the head to the tail. '.repeat(3), 31),
    );
    const [long] = about(script, 'line-too-long');
    expect(long).toMatchObject({ severity: 'alarm', cueId: script.cues[0]?.id });
    expect(about(fixed(script, long), 'line-too-long')).toEqual([]);
  });
  it('a line whose segment is gone can only be taken out', () => {
    const script = scriptOf(line('b9/gone', 'Soft knees'));
    expect(fixed(script, about(script, 'segment-gone')[0]).cues).toEqual([]);
  });
});

describe('what is missing', () => {
  it('a form line for a move with a caution, an option for a move with impact, each added in one click', () => {
    const script = scriptOf();
    expect(about(script, 'form-missing').map((f) => wordsOf(f).says)).toContain(
      'Squat has a caution and no form line.',
    );
    expect(about(script, 'option-missing').map((f) => wordsOf(f).says)).toEqual([
      'Squat jump has high impact and no option is said.',
    ]);
    const next = fixed(script, about(script, 'option-missing')[0]);
    expect(about(next, 'option-missing')).toEqual([]);
    // It stands before the jump begins.
    expect(segments.find((s) => s.key === next.cues[0]?.segmentKey)?.kind).toBe('rest');
  });
});

const said = (...texts: string[]): SaidText[] =>
  texts.map((text, i) => ({
    text,
    clock: 'take',
    at: anyTime(i * 4e6),
    end: anyTime(i * 4e6 + 2e6),
    segmentKey: null,
    cueId: null,
    kind: 'work',
  }));
const rules = (...texts: string[]) => wordingFindings(said(...texts)).map((f) => f.rule);

// Common practice: claims to look at twice, stop on pain. The limits of praise, fillers and breath are our own
// judgement.
describe('wording', () => {
  it('praise may come three times, then it is counted, and other words are offered', () => {
    expect(rules('Great job!', 'great job', 'Great job.')).toEqual([]);
    const script = scriptOf(
      ...[1, 2, 3].flatMap((round) =>
        ['Squat', 'Broomstick row'].map((label) =>
          line(keyOf(label, round), 'Great job, keep breathing.', 5, 'praise'),
        ),
      ),
    );
    const [praise] = about(script, 'praise-repeated');
    expect(wordsOf(praise!)).toMatchObject({ measured: '6 times', wanted: 'at most 3 in a class' });
    const next = fixed(script, praise);
    expect(about(next, 'praise-repeated')).toEqual([]);
    expect(next.cues.slice(0, 3).every((c) => c.text === 'Great job, keep breathing.')).toBe(true);
    expect(next.cues.slice(3).every((c) => c.text.endsWith(', keep breathing.'))).toBe(true);
  });
  it('fillers are counted against the minutes that are spoken, and left out in one click', () => {
    expect(rules('um right', 'um left', 'um again', 'um and um')).toContain('filler');
    expect(rules('um right', 'sit', 'stand')).toEqual([]);
    const script = scriptOf(
      ...[1, 2, 3].flatMap((round) =>
        ['Squat', 'Broomstick row'].map((label) =>
          line(keyOf(label, round), 'Basically, sit back, you know, and stand.', 5),
        ),
      ),
    );
    expect(
      fixed(
        script,
        about(script, 'filler').find((f) => wordsOf(f).says.includes('basically')),
      ).cues[0]?.text,
    ).toBe('Sit back, you know, and stand.');
  });
  it('a line nobody can say in one breath is cut at its joint', () => {
    const script = scriptOf(
      line(
        keyOf('Squat'),
        'Sit back as if there were a chair right behind you and keep your whole foot heavy on the floor while ' +
          'you look ahead',
        2,
      ),
    );
    const [long] = about(script, 'one-breath');
    const next = fixed(script, long);
    expect(next.cues.map((c) => c.text.split(' ').length > 5)).toEqual([true, true]);
    expect(next.cues[1]?.anchor).toMatchObject({ kind: 'after', cueId: script.cues[0]?.id });
  });
  it.each([
    'This will burn your belly fat.',
    'We melt fat from your thighs today.',
    'A great way to get rid of love handles.',
    'It flushes out toxins.',
    'This detoxes the liver.',
    'This cures back pain.',
    'It heals arthritis.',
    'Lose five pounds in a week.',
    'You will drop two dress sizes.',
    'Burns 500 calories.',
    'Safe for everyone.',
    'Suitable for absolutely everybody.',
    'Get your bikini body.',
    'Earn your dinner.',
    'Results are guaranteed.',
  ])('“%s” wants a second look', (text) => expect(rules(text)).toEqual(['second-look']));
  it.each([
    'No pain, no gain!',
    'Push through the pain.',
    'Ignore the pain.',
    'It should really hurt.',
    'Go on until it hurts.',
  ])('“%s” is pain wording', (text) => expect(rules(text)).toEqual(['pain-wording']));
  it.each([
    'It must never hurt.',
    'You may feel tension, never pain.',
    'Stop if you feel any pain.',
    'This works your belly and your back.',
    'Burn off some energy with me.',
    'Lose the weights and stand up.',
    'Press your back into the floor.',
    'We treat our knees with care.',
    'Drop two inches lower.',
    'Breathe into your belly.',
    'Safe and slow.',
    'If your back hurts, stop.',
    'Your thighs will burn a little.',
    'Pull your belly in.',
  ])('“%s” is left alone', (text) => expect(rules(text)).toEqual([]));
});
