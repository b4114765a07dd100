import { describe, expect, it } from 'vitest';
import { align } from '../src/core/align/align.ts';
import { planFindings } from '../src/core/checks/plan-checks.ts';
import { wordingFindings } from '../src/core/checks/wording-checks.ts';
import { claimsIn, claimsInTake, plannedClass, recordedClass } from '../src/core/claims/class-timeline.ts';
import { likelyLanguage } from '../src/core/language/likely-language.ts';
import { normalise } from '../src/core/language/normalise.ts';
import { mistakeFindings } from '../src/core/mistakes/find-mistakes.ts';
import { compile } from '../src/core/plan/compile.ts';
import { viewerClass } from '../src/core/delivery/viewer-class.ts';
import { languageOf } from '../src/core/language/languages.ts';
import { HOUSE_BRAND } from '../src/core/looks/look.ts';
import { breakNotes, homeNotes } from '../src/core/plan/at-home.ts';
import { isActive } from '../src/core/plan/segment.ts';
import { plannedProgramme } from '../src/core/workout/planned-programme.ts';
import { writeClassCard } from '../src/formats/class-card/class-card.ts';
import { writeDescription } from '../src/formats/description/description-writer.ts';
import { writeViewersPage } from '../src/formats/viewers-page/viewers-page.ts';
import { propose } from '../src/core/propose/propose.ts';
import { DEFAULT_CALLS } from '../src/core/script/cue.ts';
import { typicalSpeaker } from '../src/core/speech/line-time.ts';
import { anySeconds, anyTime, asPlanned } from './support/times.ts';
import { spokenWords } from '../src/core/transcript/transcript.ts';
import { boundaryErrors, coarsen, quantile, syntheticTake } from './support/synthetic-take.ts';
import { takeTime, wholeLength } from '../src/core/time/micros.ts';
import { ENGLISH, TWINS, plainCalls, linesOf, spoken, inTake } from './support/language-twins.ts';

describe('a class and its twin in German', () => {
  it('are the same class: segments, level, props, impact', () => {
    const [a, b] = TWINS.map((plan) => compile(plan).segments);
    expect(b!.map((s) => [s.kind, s.start, s.end, s.side])).toEqual(a!.map((s) => [s.kind, s.start, s.end, s.side]));
    const rules = TWINS.map((plan) => planFindings(plan, compile(plan).segments).map((f) => f.rule));
    expect(rules[1]).toEqual(rules[0]);
  });
  it('are called by the same calls, each in its language alone', () => {
    const [a, b] = TWINS.map((plan) => linesOf(plan));
    const calls = (lines: typeof a) => lines!.map((l) => l.kind).filter((k) => !['option', 'set-up'].includes(k ?? ''));
    const shared = new Set(calls(b));
    // The library's own lines are English: a German class has those of the pattern, and set-ups only of its own.
    expect(shared.size).toBeGreaterThan(8);
    expect(calls(b).length).toBeGreaterThan(calls(a).length * 0.85);
    for (const [lines, language] of [
      [a, 'en'],
      [b, 'de'],
    ] as const) {
      const norms = lines!.flatMap((l) => l.text.split(/\s+/).map(normalise)).filter((w) => w !== '');
      expect(likelyLanguage(norms)).toBe(language);
    }
    const english = /\b(?:the|and|your|next|rest|side|seconds|round|last|easier|need|left|right)\b/i;
    expect(b!.filter((l) => english.test(l.text)).map((l) => l.text)).toEqual([]);
  });
  it('align by their own calls at their exact times: no more boundaries are off in one than in the other', () => {
    const off = TWINS.map((plan) => {
      const { segments, total } = compile(plan);
      const cues = linesOf(plan, plainCalls(plan)).map((l) => ({
        ...asPlanned(l),
        ...{ text: l.text, words: null },
      }));
      const found = align(segments, inTake(plan, { cues }), takeTime(total)).segments;
      expect(found.filter((r) => r.recorded === null && isActive(r.segment))).toEqual([]);
      return found.flatMap(({ segment: s, recorded }) => [
        Math.abs((recorded?.start ?? -Infinity) - s.start) > 0.5e6,
        Math.abs((recorded?.end ?? -Infinity) - s.end) > 0.5e6,
      ]);
    });
    const many = off.map((all) => all.filter((is) => is).length / all.length);
    expect(many[1]).toBeLessThanOrEqual(many[0]! + 0.03);
  });
  it.each([0, 30])('align as people run them, words in paragraphs of %d s', (paragraphS) => {
    const errors = TWINS.map((plan) =>
      [1, 2, 3, 4, 5]
        .flatMap((seed) => {
          const calls = { ...plainCalls(plan), on: { ...DEFAULT_CALLS.on } };
          const take = syntheticTake(plan, seed, { calls, forgotten: 0.15, informed: true });
          const transcript = paragraphS === 0 ? take.transcript : coarsen(take.transcript, paragraphS);
          return boundaryErrors(take, align(take.segments, inTake(plan, transcript), take.duration).segments);
        })
        .sort((a, b) => a - b),
    );
    const [a, b] = errors.map((e) => [quantile(e, 0.5), quantile(e, 0.95)] as const);
    expect(b![0]).toBeLessThan(a![0] * 1.3 + 0.3);
    expect(b![1]).toBeLessThan(a![1] * 1.3 + 2);
  });

  // Said at a time of the class: in the middle of the first squat, near its end, in the break after it.
  const SQUAT_S = 150;
  const running = TWINS.map((plan) => plannedClass(plan, compile(plan).segments));
  const claim = (i: 0 | 1, text: string, atS: number) =>
    claimsIn(spoken(TWINS[i], text, atS), running[i]!).map((c) => [c.type, c.claimed, c.verdict]);
  it.each([
    ['Ten seconds left.', 'Noch zehn Sekunden.', SQUAT_S + 30, 'seconds-left', 'true'],
    ['Twenty seconds left.', 'Noch zwanzig Sekunden.', SQUAT_S + 30, 'seconds-left', 'false'],
    ['Half-way.', 'Halbzeit.', SQUAT_S + 20, 'half-way', 'true'],
    ['Half-way.', 'Die Hälfte ist geschafft.', SQUAT_S + 32, 'half-way', 'false'],
    ['Five more moves to go.', 'Noch fünf Übungen.', SQUAT_S + 10, 'moves-left', 'true'],
    ['Nine more moves in this round.', 'Noch neun Übungen in dieser Runde.', SQUAT_S + 10, 'moves-left', 'false'],
    ['This is round one.', 'Das ist Runde eins.', SQUAT_S + 10, 'round', 'true'],
    ['This is round two.', 'Das ist die zweite Runde.', SQUAT_S + 10, 'round', 'false'],
    ['Forty seconds of work.', 'Vierzig Sekunden Belastung.', SQUAT_S + 5, 'length', 'true'],
    ['Thirty seconds of work.', 'Dreißig Sekunden Belastung.', SQUAT_S + 5, 'length', 'false'],
    ['Twenty seconds of rest.', 'Zwanzig Sekunden Pause.', SQUAT_S + 43, 'length', 'true'],
    ['Forty-five seconds of rest.', 'Fünfundvierzig Sekunden Pause.', SQUAT_S + 43, 'length', 'false'],
    ['Next up, push-ups.', 'Als Nächstes kommen Liegestütze.', SQUAT_S + 43, 'next-up', 'true'],
    ['Next up, forearm plank.', 'Als Nächstes kommt der Unterarmstütz.', SQUAT_S + 43, 'next-up', 'false'],
    ['Left side.', 'Linke Seite.', SQUAT_S + 125, 'side', 'true'],
    ['Right side.', 'Jetzt die rechte Seite.', SQUAT_S + 125, 'side', 'false'],
    ['You need a mat.', 'Du brauchst eine Matte.', SQUAT_S + 43, 'equipment', 'true'],
    ['You need a weight.', 'Du brauchst ein Gewicht.', SQUAT_S + 43, 'equipment', 'true'],
    ['No mat today.', 'Heute keine Matte.', SQUAT_S + 43, 'equipment', 'false'],
  ] as const)('“%s” and “%s” claim the same', (english, german, atS, type, verdict) => {
    const [a, b] = [claim(0, english, atS), claim(1, german, atS)];
    expect(a.map(([t, , v]) => [t, v])).toEqual([[type, verdict]]);
    expect(b.map(([t, , v]) => [t, v])).toEqual([[type, verdict]]);
    // Names and things are called otherwise; numbers are the same.
    const numbers = (of: typeof a) => of.map(([, claimed]) => typeof claimed === 'number' && claimed);
    expect(numbers(b)).toEqual(numbers(a));
  });
  it.each([
    ['Wait, no, not left, the right leg first.', 'Moment, nein, nicht links, das rechte Bein zuerst.'],
    ['Last time we did ten seconds of this.', 'Letztes Mal haben wir davon zehn Sekunden gemacht.'],
    ['If you have bad knees, sit to a chair.', 'Wenn du nur wenig Kraft hast, nimm einen Stuhl.'],
    ['Look over your left shoulder.', 'Schau über deine linke Schulter.'],
    ['My mother once needed thirty seconds to get up.', 'Meine Mutter hat einmal dreißig Sekunden gebraucht.'],
  ] as const)('neither “%s” nor “%s” is held against anybody', (english, german) => {
    const wrong = (i: 0 | 1, text: string) =>
      claimsIn(spoken(TWINS[i], text, SQUAT_S + 20), running[i]!).filter((c) => c.verdict === 'false');
    expect([wrong(0, english), wrong(1, german)]).toEqual([[], []]);
  });
  it('show the same mistakes when the same goes wrong', () => {
    // Each move of the circuit left out once, in its first round.
    const main = compile(ENGLISH).segments.flatMap((s) =>
      isActive(s) && s.scheme === 'interval' && s.round === 1 ? [s.index] : [],
    );
    const seen = TWINS.map((plan) => {
      const { segments } = compile(plan);
      return main.map((left, seed) => {
        const take = syntheticTake(plan, seed, {
          calls: plainCalls(plan),
          informed: true,
          leaveOut: [left],
          breakOverS: 2,
        });
        const transcript = inTake(plan, take.transcript);
        const aligned = align(segments, transcript, take.duration);
        const words = spokenWords(transcript, take.duration);
        const missing = aligned.segments.flatMap((r) =>
          r.recorded === null && isActive(r.segment) ? [r.segment.index] : [],
        );
        const wrong = claimsInTake(words, recordedClass(plan, aligned)).filter((c) => c.verdict === 'false').length;
        const alarms = mistakeFindings(plan, aligned, words).filter((f) => f.severity === 'alarm').length;
        return { isSeen: missing.length === 1 && missing[0] === left, wrong, alarms };
      });
    });
    const sum = (of: (typeof seen)[number], value: (one: (typeof of)[number]) => number) =>
      of.reduce((total, one) => total + value(one), 0);
    const [a, b] = seen as [(typeof seen)[number], (typeof seen)[number]];
    expect(sum(b, (s) => Number(s.isSeen))).toBeGreaterThanOrEqual(sum(a, (s) => Number(s.isSeen)));
    expect(sum(b, (s) => s.wrong)).toBeLessThanOrEqual(sum(a, (s) => s.wrong) * 1.25);
    expect(sum(b, (s) => s.alarms)).toBeLessThanOrEqual(sum(a, (s) => s.alarms) + 1);
  });
  it('are found again in a recording without a plan', () => {
    const shares = TWINS.map((plan) => {
      const calls = { ...plainCalls(plan), on: { ...DEFAULT_CALLS.on } };
      const take = syntheticTake(plan, 2, { calls, informed: true });
      const moves = propose(inTake(plan, take.transcript), take.duration).plan.blocks.flatMap((b) => b.moves);
      const wanted = plan.blocks.flatMap((b) => b.moves.map((m) => m.name));
      const named = new Set(moves.map((m) => normalise(m.name)));
      return wanted.filter((name) => named.has(normalise(name))).length / wanted.length;
    });
    expect(shares[1]).toBeGreaterThan(shares[0]! - 0.15);
  });
  it.each([
    ['This burns belly fat.', 'So verlierst du Bauchfett.', 'second-look'],
    ['We detox the body today.', 'Heute entgiften wir den Körper.', 'second-look'],
    ['This cures back pain.', 'Das heilt Rückenschmerzen.', 'second-look'],
    ['Lose five kilos in a month.', 'In einem Monat verlierst du fünf Kilo.', 'second-look'],
    ['You burn 500 calories.', 'Du verbrennst dabei 500 Kalorien.', 'second-look'],
    ['Safe for everyone.', 'Sicher für alle.', 'second-look'],
    ['Get your bikini body.', 'Hol dir deine Bikinifigur.', 'second-look'],
    ['It boosts your immune system.', 'Das stärkt dein Immunsystem.', 'second-look'],
    ['No pain, no gain.', 'Es muss richtig wehtun.', 'pain-wording'],
    ['Push through the pain.', 'Geh durch den Schmerz.', 'pain-wording'],
    ['Happy Monday, everyone.', 'Schönen Montag euch allen.', 'dated'],
    ['It must never hurt.', 'Es darf nie wehtun.', null],
    ['Bend the knees, long back.', 'Beug die Knie, langer Rücken.', null],
    ['Only as deep as the knees like.', 'Nur so tief, wie die Knie es mögen.', null],
  ] as const)('are worded by the same rules: “%s”, “%s”', (english, german, rule) => {
    const rules = ([text, i]: readonly [string, 0 | 1]) => {
      const place = { clock: 'plan', at: anyTime(0), end: anySeconds(3) } as const;
      const line = { text, ...place, segmentKey: null, cueId: null, kind: 'talk' } as const;
      return wordingFindings([line], new Map(), typicalSpeaker(TWINS[i].language)).map((f) => f.rule);
    };
    expect([rules([english, 0]), rules([german, 1])]).toEqual(rule === null ? [[], []] : [[rule], [rule]]);
  });
  it('are read in their own language: card, description and page for viewers, and nothing of the other', () => {
    const read = TWINS.map((plan) => {
      const home = { ...plan, blocks: plan.blocks.map((b, i) => (i === 2 ? { ...b, atHome: { from: 3, to: 4 } } : b)) };
      const { segments, total } = compile(home);
      const programme = plannedProgramme(segments, total);
      const shown = viewerClass({
        ...{ title: plan.title, length: wholeLength(programme.length), segments: programme.segments, plan: home },
        ...{ speech: [], equipment: [], brand: HOUSE_BRAND },
      });
      const parts = { script: '', style: '', film: 'film.mp4', stems: null };
      const { viewers: words } = languageOf(plan.language);
      return {
        card: writeClassCard(plan.title, programme.segments, home, ['mat']),
        described: writeDescription({ title: plan.title, length: wholeLength(programme.length), chapters: [] }, [], {
          ...{ notes: [...homeNotes(home), ...breakNotes(home)], words },
        }),
        page: writeViewersPage(shown, parts).split('<script type=')[0]!,
        words,
      };
    });
    const [english, german] = read;
    expect(german!.card).toContain('Du brauchst: mat.');
    expect(german!.card).toContain('Hauptteil, 3 bis 4 Runden zu Hause');
    expect(german!.card).toContain('  Ausfallschritt rückwärts, links, 40 s × 2');
    expect(german!.card).toContain('10 Wiederholungen');
    expect(german!.described).toMatch(/\d+ Minuten\. Du brauchst keine Geräte\./);
    expect(german!.page).toContain('<html lang="de">');
    expect(german!.page).toContain('mit Ottilie Brandvold · ohne Geräte');
    expect(english!.card).toContain('Main, 3 to 4 rounds at home');
    expect(english!.page).toContain('<html lang="en">');
    // Words that one language alone has are in its own texts only.
    for (const [own, other] of [
      [english!, german!],
      [german!, english!],
    ] as const)
      for (const [name, text] of Object.entries(own.words))
        if (/[a-z]{4}/i.test(text) && text !== other.words[name as 'film']) {
          const pattern = new RegExp(text.replace(/[.*+?^$()|[\]\\]/g, '\\$&').replace(/\{\w+\}/g, '\\d+'), 'u');
          for (const made of [other.card, other.described, other.page]) expect(made, name).not.toMatch(pattern);
        }
    expect(Object.keys(german!.words)).toEqual(Object.keys(english!.words));
    for (const [name, text] of Object.entries(german!.words))
      expect(text.match(/\{\w+\}/g) ?? [], name).toEqual(english!.words[name as 'film'].match(/\{\w+\}/g) ?? []);
  });
  it('are told apart by their words, and from a language that nobody knows here', () => {
    const norms = (text: string) => text.split(/\s+/).map(normalise);
    const english = 'Welcome back, it is good to have you here, and we are going to take this one step at a time. ';
    const german = 'Schön, dass du wieder da bist, und wir machen das jetzt Schritt für Schritt, mit ein wenig Ruhe. ';
    const finnish = 'Tervetuloa takaisin, on hienoa että olet täällä, ja otamme tämän rauhassa askel kerrallaan. ';
    const told = [english, german, finnish].map((text) => likelyLanguage(norms(text.repeat(5).trim())));
    expect(told).toEqual(['en', 'de', 'und']);
    expect(likelyLanguage(norms(english))).toBeNull();
  });
});
