import { doubtFindings } from '../checks/doubtful.ts';
import { filmMusicFindings } from '../checks/film-music.ts';
import { lookFindings } from '../checks/look-checks.ts';
import { musicFindings, rightsFindings } from '../checks/music-checks.ts';
import { planFindings } from '../checks/plan-checks.ts';
import { filmedSegments } from '../edit/assemble.ts';
import { isLetStand } from '../edit/decisions.ts';
import type { ExerciseBook } from '../exercise/library.ts';
import type { Finding, Fix } from '../findings/finding.ts';
import { isWanted } from '../findings/studio-rules.ts';
import { DOINGS, type Doing, type RuleStation } from '../findings/rule.ts';
import { RULES } from '../findings/rules.ts';
import { brandFor } from '../looks/look.ts';
import { layMusic } from '../music/arrangement.ts';
import { withSilence } from '../music/silent-blocks.ts';
import type { Track } from '../music/track.ts';
import type { Compiled } from '../plan/compile.ts';
import type { Plan } from '../plan/plan.ts';
import type { ProgrammeTake } from './align-takes.ts';
import { isApplied } from './apply-fix.ts';
import { type WorkoutDocument, decidedOn, styleOf } from './document.ts';
import type { Produced } from './pipeline.ts';
import type { Studio } from './studio.ts';

/**
 * Everything that findings are made from. What takes long to check (script, sound) comes with its findings already
 * made.
 */
export interface Checked {
  readonly document: WorkoutDocument;
  /** The plan with its counts timed by the music, and its segments. */
  readonly plan: Plan;
  readonly compiled: Compiled;
  readonly studio: Studio;
  readonly book: ExerciseBook;
  readonly tracks: readonly Track[];
  readonly takes: readonly ProgrammeTake[];
  /** null: nothing was filmed. */
  readonly produced: Produced | null;
  readonly picture: { readonly width: number; readonly height: number };
  /** Of the script, and of how the film sounds. */
  readonly script: readonly Finding[];
  readonly sound: readonly Finding[];
}

/** Every finding of a workout, whatever it is about, without what somebody let stand. */
export function findingsOf(of: Checked): Finding[] {
  const { document, plan, compiled, studio, book, tracks, takes, produced, picture } = of;
  const { music, edit } = document;
  const found: Finding[] = [
    ...planFindings(plan, compiled.segments, studio.changes, book),
    ...of.script,
    ...of.sound,
    ...musicOf(),
  ];
  if (produced !== null) {
    const filmed = filmedSegments(produced.programme.segments);
    found.push(
      ...produced.findings,
      ...filmMusicFindings(withSilence(document.plan, music), tracks, compiled.segments, filmed),
      ...lookFindings(
        produced.lanes,
        picture,
        styleOf(edit, brandFor(studio.brand, document.plan.language), produced.behind),
      ),
      ...doubtFindings(
        produced.programme,
        takes.map((t) => ({ takeId: t.takeId, alignment: t.aligned.alignment })),
      ),
    );
  }
  return found.filter((f) => isWanted(f, studio.rules) && !isLetStand(f, edit.letStand) && !isSetRight(document, f));

  /** On the filmed class where there is one, else on the planned one. */
  function musicOf(): Finding[] {
    const laid = layMusic(music, tracks, compiled.segments);
    return [
      ...(produced === null ? musicFindings(plan, compiled.segments, music, laid) : []),
      ...rightsFindings(music, laid),
    ];
  }
}

/**
 * What was found in a take stays in the take when it is cut out, covered or named otherwise: in the programme it is set
 * right. A line that was only noted to be spoken again is not.
 */
function isSetRight(document: WorkoutDocument, { fixes, takeId }: Finding): boolean {
  const { edit } = document;
  return fixes.some((fix) => {
    if (!isApplied(document, fix, takeId)) return false;
    if (fix.kind !== 'pick-up') return fix.kind !== 'retake';
    const on = takeId === undefined ? edit : decidedOn(edit, takeId);
    return on.pickUps.some((p) => p.id === fix.pickUp.id && p.recording !== null);
  });
}

/** Where a finding is set right: what a line claims of the plan, in the script. */
export function stationOf({ rule, clock }: Finding): RuleStation {
  const { station } = RULES[rule];
  return clock === 'plan' && station === 'align' ? 'script' : station;
}

/** What one would do about findings: the worst first, the surest first, then by time. */
interface ToDo {
  readonly doing: Doing;
  readonly findings: readonly Finding[];
}

export function byDoing(findings: readonly Finding[]): ToDo[] {
  return DOINGS.flatMap((doing) => {
    const own = findings
      .filter((f) => RULES[f.rule].doing === doing)
      .sort((a, b) => severity(a) - severity(b) || b.certainty - a.certainty || a.at - b.at);
    return own.length === 0 ? [] : [{ doing, findings: own }];
  });
}

const severity = (f: Finding) => (f.severity === 'alarm' ? 0 : 1);

/** Whether a workout can go out: what is asked, what is wrong, and what is only noted. */
interface Readiness {
  readonly questions: number;
  readonly alarms: number;
  readonly notes: number;
}

/**
 * Once a class is filmed, findings about plan and script do not hold it back: they are only noted. An alarm that is not
 * sure is asked as a question.
 */
export function readinessOf(findings: readonly Finding[], isFilmed: boolean): Readiness {
  const sort = (f: Finding): keyof Readiness => {
    const { doing } = RULES[f.rule];
    if (doing === 'answer') return 'questions';
    if (f.severity === 'note' || (isFilmed && doing === 'write')) return 'notes';
    return f.certainty < SURE ? 'questions' : 'alarms';
  };
  const sorts = findings.map(sort);
  const many = (of: keyof Readiness) => sorts.filter((s) => s === of).length;
  return { questions: many('questions'), alarms: many('alarms'), notes: many('notes') };
}

/** Whether it can go out, in one sentence. `looking`: something is still being looked at, so it is not ready yet. */
export function readinessInWords({ questions, alarms, notes }: Readiness, looking: boolean): string {
  const asked = `${questions} ${questions === 1 ? 'question' : 'questions'}`;
  const wrong = `${alarms} ${alarms === 1 ? 'thing is' : 'things are'} wrong`;
  if (alarms > 0) return questions > 0 ? `${wrong}, ${asked} left` : wrong;
  if (questions > 0) return `${asked} left`;
  if (looking) return 'Looking …';
  return notes === 0 ? 'Ready to go out' : `Ready to go out, ${notes} ${notes === 1 ? 'note' : 'notes'}`;
}

/** What sets a finding right; letting it stand is no fix. */
export function fixesOf({ fixes }: Finding): readonly Fix[] {
  return fixes.filter((m) => m.kind !== 'let-stand');
}

/** Less sure than this, an alarm is a question. */
const SURE = 0.6;
