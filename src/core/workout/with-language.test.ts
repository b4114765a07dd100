import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { writeOutline } from '../../formats/outline/outline-writer.ts';
import { compile } from '../plan/compile.ts';
import { lineTime, typicalSpeaker } from '../speech/line-time.ts';
import { schedule } from '../script/schedule.ts';
import { styleOfWay } from '../script/ways.ts';
import { newDocument } from './document.ts';
import { withLanguage, withPlan } from './with-language.ts';

const plan = readOutline('# T\nlanguage: German\n## Haupt: circuit, 40/20\n- Kniebeuge\n- Liegestütz').value;

describe('a class in another language', () => {
  const english = newDocument('T');
  it('is called in it, and as before when it is changed back', () => {
    const german = withLanguage(english, 'de');
    expect(german.plan.language).toBe('de');
    expect(german.script.calls.words.rest).toEqual(['Und Pause.', 'Pause.', 'Kurz durchatmen.']);
    expect(withLanguage(german, 'en')).toEqual(english);
  });
  it('keeps what somebody worded, and finds the words of every way of calling again', () => {
    const own = {
      ...english.script.calls,
      way: 'own' as const,
      words: { ...styleOfWay('flow').words, rest: ['Breathe.'] },
    };
    const { words } = withLanguage({ ...english, script: { ...english.script, calls: own } }, 'de').script.calls;
    expect(words.rest).toEqual(['Breathe.']);
    expect(words.breath).toEqual(styleOfWay('flow', 'de').words.breath);
    expect(words.name).toEqual(styleOfWay('flow', 'de').words.name);
  });
  it('that nobody knows has no calls but numbers, and every line of it still takes its time', () => {
    const other = withLanguage({ ...english, plan: { ...plan, language: 'en' } }, 'und');
    const { lines } = schedule(compile(other.plan).segments, other.script, { plan: other.plan });
    expect(lines.filter((l) => /\p{L}/u.test(l.text))).toEqual([]);
    // A mora is about a seventh of a second, a syllable of running speech a quarter to a fifth (common practice).
    for (const line of ['ゆっくりとしゃがみます', 'Присядьте медленно', 'Λυγίστε τα γόνατα', 'اثن ركبتيك ببطء'])
      for (const language of ['en', 'und'] as const) {
        const s = lineTime(line, typicalSpeaker(language)) / 1e6;
        expect(s, `${line} ${language}`).toBeGreaterThan(0.9);
        expect(s, `${line} ${language}`).toBeLessThan(3);
      }
  });
  it('comes with a plan that is brought in, whatever language that is in', () => {
    const german = withPlan(english, plan);
    expect([german.plan, german.script.calls.words.rest[0]]).toEqual([plan, 'Und Pause.']);
    expect(withPlan(german, english.plan)).toEqual(english);
  });
  it('is named in the outline by its own name', () => {
    expect(plan.language).toBe('de');
    expect(writeOutline(plan)).toContain('language: Deutsch');
    const odd = readOutline('# T\nlanguage: Elvish\n## M: 40/20\n- Squat');
    expect([odd.value.language, odd.problems[0]?.message]).toEqual([
      undefined,
      'The language of a class is English, Deutsch or other, not “Elvish”.',
    ]);
  });
});
