import { wholeLength } from '../src/core/time/micros.ts';
import { describe, expect, it } from 'vitest';
import type { Alignment } from '../src/core/align/alignment.ts';
import { hear } from '../src/core/calls/detect-calls.ts';
import { readClauses } from '../src/core/calls/read-clauses.ts';
import { breakGroups } from '../src/core/checks/break-groups.ts';
import { breakNeeds, breaksShort } from '../src/core/findings/rules/plan-rules.ts';
import { laneFindings } from '../src/core/checks/deliver-checks.ts';
import { musicFindings, rightsFindings } from '../src/core/checks/music-checks.ts';
import { planFindings } from '../src/core/checks/plan-checks.ts';
import { findingsBySegment, takeFindings } from '../src/core/checks/take-checks.ts';
import { withTakeFixes } from '../src/core/checks/take-fixes.ts';
import { claimsInTake, recordedClass } from '../src/core/claims/class-timeline.ts';
import { scriptClaims } from '../src/core/claims/script-claims.ts';
import { bookWith, searchExercises } from '../src/core/exercise/library.ts';
import { type Finding, wordsOf } from '../src/core/findings/finding.ts';
import { learnCalls } from '../src/core/logbook/learn-calls.ts';
import { learnChanges } from '../src/core/logbook/learn-changes.ts';
import { lanes } from '../src/core/lanes/lanes.ts';
import { DEFAULT_RULES, type LaneRules, type Override } from '../src/core/lanes/rules.ts';
import { logEntryOf, pacesOf } from '../src/core/logbook/logbook.ts';
import { mistakeFindings } from '../src/core/mistakes/find-mistakes.ts';
import { mistakesOf } from '../src/core/mistakes/mistake.ts';
import { driftOf, overrunsOf } from '../src/core/mistakes/overruns.ts';
import { buildSet } from '../src/core/music/build-set.ts';
import { type Correction, correct } from '../src/core/music/correct-map.ts';
import { beatsOf, layMusic, planToMusic } from '../src/core/music/arrangement.ts';
import { duckCurve, levelCurve } from '../src/core/music/levels.ts';
import { meetings, meetingTempos, musicLengths } from '../src/core/music/tempo-matching.ts';
import { EMPTY_MUSIC } from '../src/core/music/music.ts';
import { OWN_RIGHTS, type Track } from '../src/core/music/track.ts';
import { beatTime, phraseStarts, steadyMap } from '../src/core/music/tempo-map.ts';
import { balanceOf } from '../src/core/plan/balance.ts';
import { comparePlans } from '../src/core/plan/compare.ts';
import { compile } from '../src/core/plan/compile.ts';
import { USUAL_LIMITS, fitToLength } from '../src/core/plan/fit.ts';
import { bestOrder } from '../src/core/plan/order.ts';
import { isActive } from '../src/core/plan/segment.ts';
import { shotList } from '../src/core/plan/shot-list.ts';
import { traitsOf } from '../src/core/plan/traits.ts';
import { changeOvers, whyNeeded } from '../src/core/script/change-over.ts';
import { WAYS_OF_CALLING } from '../src/core/language/call-kind.ts';
import { DEFAULT_CALLS, EMPTY_SCRIPT, SPARE_CALLS } from '../src/core/script/cue.ts';
import { USUAL_CHANGES } from '../src/core/script/change-over.ts';
import { ownStyle } from '../src/core/script/ways-of-calling.ts';
import { lineTime, speakingParts, speechRoom } from '../src/core/speech/line-time.ts';
import { calibrate, samplesOf } from '../src/core/speech/calibrate.ts';
import { ENGLISH } from '../src/core/language/en/english.ts';
import { spokenGroups } from '../src/core/speech/spoken-groups.ts';
import { anySeconds as s, anyTime, asPlanned } from './support/times.ts';
import { spokenTrack } from '../src/core/transcript/clauses.ts';
import { phrasesOf } from '../src/core/transcript/phrases.ts';
import { spokenWords } from '../src/core/transcript/transcript.ts';
import { plannedProgramme } from '../src/core/workout/planned-programme.ts';
import { USUAL_STUDIO, callMeans } from '../src/core/workout/studio.ts';
import { lookAtScript, placeScript } from '../src/core/workout/work-script.ts';
import { readOutline } from '../src/formats/outline/outline-reader.ts';
import { CLAIM_PLAN, CLAIM_SEGMENTS, claimSet } from './support/claim-set.ts';
import { claimSpeech } from './support/claim-speech.ts';
import { CALL_PHRASES } from './support/call-phrases.ts';
import { MOVE_NAMES } from './support/move-names.ts';
import { plantSlips } from './support/planted-slips.ts';
import { SCHOOLS } from './support/schools.ts';
import { WAYS_OF_TEACHING } from './support/ways-of-teaching.ts';

/**
 * What the core says of the project's own classes, kept as text: whoever changes an answer sees which, and keeps the
 * new one on purpose (`npm run unit -- -u tests/kept-answers.test.ts`). The examples beside the code say what is right;
 * this says that nothing else moved.
 */
const kept = (name: string, lines: readonly unknown[]) =>
  expect(`${lines.map(line).join('\n')}\n`).toMatchFileSnapshot(`./kept/${name.replace(/\W+/g, '-')}.txt`);

/** One value a line, numbers rounded, so that a different order of adding is no different answer. */
function line(value: unknown): string {
  if (typeof value === 'string') return value;
  return JSON.stringify(value, (_, v: unknown) =>
    v instanceof Map
      ? [...v]
      : typeof v === 'number' && !Number.isInteger(v)
        ? Math.round(v * 1e4) / 1e4
        : v === Infinity || v === -Infinity
          ? String(v)
          : v,
  );
}

const BOOK = bookWith([]);
const planOf = (outline: string) => readOutline(outline).value;
const found = (f: Finding) => [
  f.rule,
  f.severity,
  f.segmentKey,
  f.clock,
  f.at,
  wordsOf(f).says,
  wordsOf(f).measured,
  wordsOf(f).wanted,
  wordsOf(f).source,
  f.certainty,
  f.fixes,
];

/** The class of the claims as if it had been filmed to the microsecond, nearly surely placed. */
const CLASS_AS_PLANNED: Alignment = {
  segments: CLAIM_SEGMENTS.map((segment) => ({
    segment,
    recorded: asPlanned(segment),
    confidence: 0.95,
    placed: 0.95,
    evidence: [],
  })),
  extra: [],
  grids: [],
  words: { tokens: [], language: 'en' },
};

describe('kept answers', () => {
  it.each(WAYS_OF_TEACHING.filter((_, i) => i % 5 === 0))('of the plan: $name', async ({ name, outline }) => {
    const plan = planOf(outline);
    const { segments, ...rest } = compile(plan);
    const changes = changeOvers(plan, segments);
    const turned = {
      ...plan,
      blocks: plan.blocks.map((b) => ({ ...b, rounds: b.rounds + 1, moves: b.moves.toReversed() })),
    };
    await kept(`plan ${name}`, [
      rest,
      ...segments.map((x) => [
        x.key,
        x.kind,
        x.label,
        x.start,
        x.end,
        x.round,
        x.set,
        x.side,
        x.position,
        x.needs,
        x.slackUs,
        x.countUs,
      ]),
      ...planFindings(plan, segments, USUAL_CHANGES, BOOK).map(found),
      ...changes.map((c) => [c, whyNeeded(c)]),
      ...breakGroups(plan, segments, changes).map(({ facts, fixes, ...of }) => [
        { ...of, says: breaksShort(facts), fixes },
        breakNeeds(facts),
      ]),
      balanceOf(plan, segments, BOOK),
      shotList(plan, segments, BOOK),
      ...plan.blocks.map((b) => (b.moves.length > 1 && b.moves.length < 8 ? bestOrder(b, new Set(), BOOK) : b.name)),
      comparePlans(plan, turned),
    ]);
  });
  it.each(SCHOOLS)('of the script: %s', async (name, outline) => {
    const plan = planOf(outline);
    const means = callMeans(plan, USUAL_STUDIO, BOOK);
    const ways = [DEFAULT_CALLS, SPARE_CALLS, ...WAYS_OF_CALLING.map((way) => ({ ...DEFAULT_CALLS, way }))];
    const lines = ways.flatMap((calls, w) => {
      const script = { ...EMPTY_SCRIPT, calls };
      const made = placeScript(plan, script, means);
      const look = lookAtScript(plan, script, means, made);
      return [
        `way ${w}: ${made.lines.length} lines`,
        ...(w % 3 === 0 ? made.lines.map((l) => [l.segmentIndex, l.start, l.end, l.text]) : []),
        ...(w % 3 === 0 ? made.dropped : []),
        ...look.findings.filter((_, i) => i % 4 === w % 4).map(found),
        ...look.sheet.filter((_, i) => i % 9 === w),
        ...scriptClaims(plan, compile(plan).segments, made.lines).filter((_, i) => i % 4 === 0),
      ];
    });
    await kept(`script ${name}`, lines);
  });
  it('of takes with what goes wrong', async () => {
    const lines = SCHOOLS.flatMap(([, outline], seed) => {
      const plan = planOf(outline);
      const { take } = plantSlips(plan, seed + 1);
      const words = spokenWords(take.transcript, take.duration);
      const alignment: Alignment = {
        segments: take.segments.map((segment, i) => {
          const recorded = take.truth.get(segment.key) ?? null;
          const sure = 0.15 + (0.8 * ((i * 7) % 10)) / 10;
          return { segment, recorded, confidence: sure, placed: sure, evidence: [] };
        }),
        extra: [],
        grids: [],
        words,
      };
      const claims = claimsInTake(words, recordedClass(plan, alignment));
      const findings = withTakeFixes([...takeFindings(alignment, claims), ...mistakeFindings(plan, alignment, words)], {
        alignment,
        tokens: words.tokens,
        claims,
      });
      const changes = changeOvers(plan, take.segments);
      const entry = logEntryOf(take.segments, alignment, words, wholeLength(take.duration));
      const labels = take.segments.filter(isActive).map((x) => x.label);
      return [
        ...claims.map((c) => ({ ...c })),
        ...findings.map(found),
        ...mistakesOf(findings, alignment),
        ...[...findingsBySegment(findings)].map(([key, of]) => [key, of.length]),
        ...hear(words, labels).filter((_, i) => i % 3 === 0),
        ...overrunsOf(alignment, changes),
        ...driftOf(alignment).filter((_, i) => i % 4 === 0),
        entry,
        pacesOf([entry]),
        learnCalls(take.transcript, take.duration, labels, ownStyle(DEFAULT_CALLS)),
        learnChanges(changes, alignment.segments, USUAL_CHANGES),
        ...phrasesOf(words).filter((_, i) => i % 5 === 0),
      ];
    });
    await kept('takes', lines);
  });
  it('of what is claimed', async () => {
    const said = [...claimSet(), ...claimSpeech('second'), ...claimSpeech('third'), ...claimSpeech('fourth')];
    const running = recordedClass(CLAIM_PLAN, CLASS_AS_PLANNED);
    const lines = said.map(({ atUs, text }) => {
      const cue = { start: anyTime(atUs), end: anyTime(atUs + 2e6), text, words: null };
      const tokens = spokenWords({ cues: [cue] }, s(3_600));
      const claims = claimsInTake(tokens, running);
      return `${Math.round(atUs / 1e6)} ${text} => ${line(claims.map(({ at: _a, ...c }) => c))}`;
    });
    await kept('claims', lines);
  });
  it('of music', async () => {
    const track = (id: string, bpm: number, beats: number, lufs: number): Track => {
      const map = steadyMap(bpm * 1000, s(0.5), beats);
      const sections = [
        { fromBeat: 0, toBeat: beats / 2, energy: 0.3 },
        { fromBeat: beats / 2, toBeat: beats, energy: 0.9 },
      ];
      return {
        id,
        title: id,
        artist: 'Own',
        duration: anyTime(beatTime(map, beats) + 1e6),
        map,
        sections,
        lufs,
        rights: OWN_RIGHTS,
      };
    };
    const tracks = [track('slow', 96, 512, -14), track('steady', 126, 640, -9), track('fast', 140, 704, -11)];
    const lines = SCHOOLS.slice(0, 4).flatMap(([, outline]) => {
      const plan = planOf(outline);
      const { segments, total } = compile(plan);
      const set = buildSet(plan, segments, tracks, EMPTY_MUSIC);
      const music = {
        ...EMPTY_MUSIC,
        placements: [...set.placements, { ...set.placements[0]!, id: 'gone', trackId: 'gone' }],
      };
      const laid = layMusic(music, tracks, segments);
      const speech = segments.filter((x) => x.kind === 'talk').map(({ start, end }) => ({ start, end }));
      return [
        set,
        laid.laid.map((l) => [l.track.id, l.start, l.end, l.from, l.to, l.fadeInUs, l.fadeOutUs, l.placement]),
        laid.unlaid,
        ...laid.laid.flatMap((l) => beatsOf(l).filter((_, i) => i % 61 === 0)),
        ...musicFindings(plan, segments, music, laid).map(found),
        ...rightsFindings(music, laid).map(found),
        duckCurve(speech, music.levels).slice(0, 12),
        levelCurve(laid, speech, total, { levels: music.levels, energyOf: () => null }).filter((_, i) => i % 97 === 0),
        planToMusic(plan, music, tracks).blocks.map((b) => b.scheme),
        ...plan.blocks.map((b) => [
          meetingTempos(musicLengths(b.scheme), 118, 142).slice(0, 4),
          meetings(b, s(240), 126_000).slice(0, 3),
        ]),
      ];
    });
    await kept('music', [...tracks.map((t) => phraseStarts(t.map).filter((_, i) => i < 5)), ...lines]);
  });
  it('of speaking', async () => {
    const texts = [
      ...[
        'Squat in 3, 2, 1.',
        '3–1–1 tempo, 45 s, 12–16 reps.',
        'Half way!',
        'Rest 1:30, then plank 0:45.',
        '2 more … last one.',
      ],
      ...['Breathe in, two, three, out.', '100 %', 'Level 2.5', 'Half-kneeling press, left side first', ''],
      ...MOVE_NAMES.filter((_, i) => i % 4 === 0).map((m) => m.name),
    ];
    const cues = texts.map((text, i) => ({
      text: `${text} now and again`,
      start: s(i * 9),
      end: anyTime(i * 9e6 + 1e6 + text.length * 6e4),
    }));
    const room = (['work', 'hold', 'rest', 'talk', 'demo'] as const).flatMap((kind) =>
      [true, false].map((toMusic) => [
        kind,
        toMusic,
        speechRoom(kind, s(30), toMusic, { ...USUAL_STUDIO.paces, work: 200, hold: 200 }),
      ]),
    );
    await kept('speech', [
      ...texts.map((t) => [
        t,
        lineTime(t),
        speakingParts(t),
        ENGLISH.speaking.writeOut(t),
        spokenGroups(t, ENGLISH),
        t.split(' ').map(ENGLISH.speaking.syllablesOf),
      ]),
      Array.from({ length: 130 }, (_, i) => ENGLISH.speaking.numberWords(i * 9)),
      calibrate(samplesOf(cues)),
      ...room,
    ]);
  });
  it('of exercises', async () => {
    const blocks = ['warm-up', 'circuit', 'cool-down'] as const;
    await kept('exercises', [
      ...MOVE_NAMES.map(({ name }, i) => {
        const { exercise, ...traits } = traitsOf({ name, position: null, needs: [] }, blocks[i % 3]!, BOOK);
        return [name, exercise?.name ?? null, traits];
      }),
      ...['plank', 'row', 'hip hinge', 'kneeling', 'zz'].map((text) => [
        text,
        searchExercises(text)
          .slice(0, 6)
          .map((e) => e.name),
      ]),
    ]);
  });
  it('of calls', async () => {
    const labels = ['Squat', 'Reverse lunge', 'Row', 'Plank', 'Push-up'];
    const lines = CALL_PHRASES.map((text) => {
      const tokens = spokenWords({ cues: [{ start: s(5), end: s(8), text, words: null }] }, s(60));
      const { clauses } = spokenTrack({ cues: [{ start: s(5), end: s(8), text, words: null }] }, tokens, s(60));
      const read = readClauses(clauses, tokens, labels);
      return `${text} => ${line(read.heard)} ${line(read.clauses)}`;
    });
    await kept('calls', lines);
  });
  it('of claims turned about', async () => {
    const said = [...claimSet(), ...claimSpeech('second'), ...claimSpeech('third')].filter((_, i) => i % 6 === 0);
    const turns: ((text: string) => string)[] = [
      (t) =>
        t
          .replace(/\bleft\b/g, 'RIGHT')
          .replace(/\bright\b/g, 'left')
          .toLowerCase(),
      (t) =>
        t
          .replace(/\bfirst\b/gi, 'second')
          .replace(/\btwo\b/gi, 'three')
          .replace(/\bten\b/gi, 'fifteen'),
      (t) => t.replace(/\d+/g, (n) => String(Number(n) + 1)),
      (t) => `${t} No, sorry, I mean on to your knees, the other one.`,
      (t) => t.split(' ').slice(1).join(' '),
      (t) => t.split(' ').slice(0, -1).join(' '),
      (t) => `So that is all: ${t} then we are done and over`,
    ];
    const running = recordedClass(CLAIM_PLAN, CLASS_AS_PLANNED);
    const lines = said.map(({ atUs, text }) =>
      turns
        .map((turn) => {
          const cue = { start: anyTime(atUs), end: anyTime(atUs + 2e6), text: turn(text), words: null };
          const claims = claimsInTake(spokenWords({ cues: [cue] }, s(3_600)), running);
          return claims.map((c) => `${c.type} ${line(c.claimed)} ${line(c.actual)} ${c.verdict}`).join(', ');
        })
        .join(' | '),
    );
    await kept('claims-turned', lines);
  });
  it('of lanes by every rule and by hand', async () => {
    const lines = SCHOOLS.slice(0, 4).flatMap(([, outline], n) => {
      const plan = planOf(outline);
      const { segments, total } = compile(plan);
      const programme = plannedProgramme(segments, total);
      const rules: LaneRules[] = [
        DEFAULT_RULES,
        { ...DEFAULT_RULES, chapter: { by: 'moves' }, timer: { on: true, direction: 'up', inBreaks: false } },
        { ...DEFAULT_RULES, caption: { ...DEFAULT_RULES.caption, on: false, nextInBreaks: false } },
      ];
      const overrides = segments.flatMap(({ key: segmentKey }, i): Override[] => [
        ...(i % 5 === 0 ? [{ segmentKey, lane: 'caption', field: 'show', value: i % 2 === 0 } as const] : []),
        ...(i % 7 === 1 ? [{ segmentKey, lane: 'caption', field: 'text', value: `Own ${i}` } as const] : []),
        ...(i % 6 === 2 ? [{ segmentKey, lane: 'caption', field: 'inAfterUs', value: s(2) } as const] : []),
        ...(i % 9 === 3 ? [{ segmentKey, lane: 'caption', field: 'outBeforeUs', value: s(14) } as const] : []),
        ...(i % 8 === 4 ? [{ segmentKey, lane: 'chapter', field: 'show', value: i % 3 === 0 } as const] : []),
        ...(i % 11 === 5 ? [{ segmentKey, lane: 'chapter', field: 'title', value: `Part ${i}` } as const] : []),
        ...(i % 6 === 5 ? [{ segmentKey, lane: 'timer', field: 'show', value: i % 4 === 1 } as const] : []),
        ...(i % 10 === 6 ? [{ segmentKey, lane: 'timer', field: 'direction', value: 'up' } as const] : []),
      ]);
      return rules.flatMap((r, k) =>
        [[], overrides].flatMap((by) => {
          const { timer, captions, droppedCaptions, chapters, droppedChapters } = lanes(
            programme,
            { rules: r, overrides: by },
            plan,
          );
          return [
            `rules ${n} ${k}`,
            ...captions.map((c) => [c.segmentKey, c.start, c.end, c.heading, c.text]),
            ...chapters.map((c) => [c.start, c.end, c.title]),
            droppedCaptions,
            droppedChapters,
            ...timer.filter((_, i) => i % 37 === 0),
            ...laneFindings({
              timer,
              captions,
              droppedCaptions,
              chapters,
              droppedChapters,
              cards: [],
              speech: [],
              boards: [],
              orphans: [],
            }).map(found),
          ];
        }),
      );
    });
    await kept('lanes', lines);
  });
  it('of lengths found, plans compared and maps set right', async () => {
    const lines = SCHOOLS.slice(0, 3).flatMap(([, outline]) => {
      const plan = planOf(outline);
      const { total } = compile(plan);
      const answers = [0.8, 1.2].flatMap((share) =>
        fitToLength(plan, anyTime(Math.round((total * share) / 1e6) * 1e6), USUAL_LIMITS, {
          locked: new Set(['b1']),
          most: 3,
        }),
      );
      const moved = { ...plan, blocks: [...plan.blocks.slice(1), plan.blocks[0]!] };
      const fewer = { ...plan, title: 'Other', blocks: plan.blocks.slice(1) };
      return [
        ...answers.map((a) => [a.total, a.cost, compile(a.plan).segments.length]),
        comparePlans(plan, moved),
        comparePlans(moved, plan),
        comparePlans(plan, fewer),
        comparePlans(fewer, plan),
      ];
    });
    const map = steadyMap(128_000, s(0.4), 96);
    const corrections: Correction[] = [
      ...([{ kind: 'double' }, { kind: 'halve' }, { kind: 'half-beat' }] as const),
      ...([
        { kind: 'nudge', byUs: s(0.02) },
        { kind: 'one', beat: 7 },
        { kind: 'phrase', beat: 37 },
      ] as const),
      ...([
        { kind: 'drag', beat: 40, to: s(19.2) },
        { kind: 'metre', metre: 3 },
      ] as const),
    ];
    await kept('changes', [
      ...lines,
      ...corrections.map((c) => [c, correct(map, c, s(60)), phraseStarts(correct(map, c, s(60)))]),
    ]);
  });
});
