import { describe, it } from 'vitest';
import { readClauses } from '../src/core/calls/read-clauses.ts';
import { musicFindings, rightsFindings } from '../src/core/checks/music-checks.ts';
import { claimsInTake, recordedClass } from '../src/core/claims/class-timeline.ts';
import { searchExercises } from '../src/core/exercise/library.ts';
import { buildSet } from '../src/core/music/build-set.ts';
import { beatsOf, layMusic, planToMusic } from '../src/core/music/arrangement.ts';
import { duckCurve, levelCurve } from '../src/core/music/levels.ts';
import { meetings, meetingTempos, musicLengths } from '../src/core/music/tempo-matching.ts';
import { EMPTY_MUSIC } from '../src/core/music/music.ts';
import type { Track } from '../src/core/music/track.ts';
import { phraseStarts } from '../src/core/music/tempo-map.ts';
import { compile } from '../src/core/plan/compile.ts';
import { traitsOf } from '../src/core/plan/traits.ts';
import { lineTime, speakingParts, speechRoom } from '../src/core/speech/line-time.ts';
import { calibrate, samplesOf } from '../src/core/speech/calibrate.ts';
import { ENGLISH } from '../src/core/language/en/english.ts';
import { spokenGroups } from '../src/core/speech/spoken-groups.ts';
import { anySeconds as s, anyTime } from './support/times.ts';
import { spokenTrack } from '../src/core/transcript/clauses.ts';
import { spokenWords } from '../src/core/transcript/transcript.ts';
import { USUAL_STUDIO } from '../src/core/workout/studio.ts';
import { CLAIM_PLAN, claimSet } from './support/claim-set.ts';
import { claimSpeech } from './support/claim-speech.ts';
import { CALL_PHRASES } from './support/call-phrases.ts';
import { MOVE_NAMES } from './support/move-names.ts';
import { track as steadyTrack } from './support/steady-track.ts';
import { SCHOOLS } from './support/schools.ts';
import { kept, line, BOOK, planOf, found, CLASS_AS_PLANNED } from './support/kept.ts';

describe('kept answers of music, speech and calls', () => {
  it('of music', async () => {
    const track = (id: string, bpm: number, beats: number, lufs: number): Track => {
      const sections = [
        { fromBeat: 0, toBeat: beats / 2, energy: 0.3 },
        { fromBeat: beats / 2, toBeat: beats, energy: 0.9 },
      ];
      return { ...steadyTrack(id, bpm, beats), artist: 'Own', sections, lufs };
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
});
