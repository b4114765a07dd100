import type { Language } from '../language/language.ts';
import { languageOf } from '../language/languages.ts';
import type { SegmentKind } from '../plan/segment.ts';
import { type Cue, freeCueId } from '../script/cue.ts';
import { type LanguageSpeaker, TYPICAL_SPEAKER, lineTime } from '../speech/line-time.ts';
import { type Length, type Micros, ZERO, asLength } from '../time/micros.ts';
import { type CueChange, type Finding, type Fix, type OnClock, finding, onClockOf } from '../findings/finding.ts';

/** One thing that is said, planned or recorded. */
export type SaidText = OnClock & {
  readonly text: string;
  readonly end: Micros;
  readonly segmentKey: string | null;
  readonly cueId: string | null;
  readonly kind: SegmentKind | null;
};

type Cues = ReadonlyMap<string, Cue>;

/**
 * The same praise may be said this often in a class, a filler this often a minute: our own judgement. (Common practice
 * is the trouble: the same praise comes thirty times.)
 */
const MOST_SAME_PRAISE = 3;
const MOST_FILLERS_A_MINUTE = 1;
const FEWEST_FILLERS = 4;
/** What can be said in one breath, when talking and while working: our own judgement. */
const BREATH_S = { resting: 8, working: 5 } as const;

/**
 * How things are worded: repeated praise, fillers, lines nobody can say in one breath, claims to look at twice, pain.
 * `cues` gives the lines that can be fixed.
 */
export function wordingFindings(
  said: readonly SaidText[],
  cues: Cues = new Map(),
  speaker: LanguageSpeaker = TYPICAL_SPEAKER,
): Finding[] {
  const language = languageOf(speaker.language);
  const where: Where = { cues, language };
  return [
    ...praise(said, where),
    ...fillers(said, where),
    ...said.flatMap((line) => [...breath(line, where, speaker), ...claimsToSeeTwice(line, where)]),
  ];
}

/** The lines that can be fixed, and the language they are in. */
interface Where {
  readonly cues: Cues;
  readonly language: Language;
}

/** Where a line is, for a finding about it. */
function placeOf(line: SaidText): OnClock & { readonly segmentKey: string | null; readonly cueId?: string } {
  const { segmentKey, cueId } = line;
  return { ...onClockOf(line), segmentKey, ...(cueId !== null && { cueId }) };
}

function praise(said: readonly SaidText[], { cues, language }: Where): Finding[] {
  const { published } = language;
  const uses = new Map<string, SaidText[]>();
  for (const line of said)
    for (const match of line.text.toLowerCase().replace(/’/g, "'").matchAll(published.praise))
      uses.set(match[0], [...(uses.get(match[0]) ?? []), line]);
  return [...uses]
    .filter(([, lines]) => lines.length > MOST_SAME_PRAISE)
    .map(([words, lines]): Finding => {
      const late = lines.slice(MOST_SAME_PRAISE);
      const others = published.otherPraise.filter((o) => !uses.has(o.toLowerCase()));
      const changes = late.flatMap((line, i): CueChange[] => {
        const cue = cues.get(line.cueId ?? '');
        const other = others[i % Math.max(1, others.length)];
        return cue === undefined || other === undefined
          ? []
          : [{ kind: 'change', cueId: cue.id, next: { text: swap(cue.text, words, other) } }];
      });
      const label = `Other words from the ${MOST_SAME_PRAISE + 1}th on`;
      const fixes = changes.length === 0 ? [] : [{ kind: 'script', label, changes } as const];
      const facts = { said: words, times: lines.length, most: MOST_SAME_PRAISE };
      return finding('praise-repeated', facts, { ...placeOf(late[0]!), fixes });
    });
}

function fillers(said: readonly SaidText[], { cues, language }: Where): Finding[] {
  const { published } = language;
  const spokenUs = asLength(said.reduce((sum, line) => sum + line.end - line.at, 0));
  const uses = new Map<string, SaidText[]>();
  for (const line of said)
    for (const match of line.text.toLowerCase().matchAll(published.fillers))
      uses.set(match[0], [...(uses.get(match[0]) ?? []), line]);
  return [...uses]
    .filter(([, lines]) => lines.length >= FEWEST_FILLERS && lines.length > (spokenUs / 60e6) * MOST_FILLERS_A_MINUTE)
    .map(([words, lines]): Finding => {
      const changes = [...new Set(lines)].flatMap((line): CueChange[] => {
        const cue = cues.get(line.cueId ?? '');
        return cue === undefined ? [] : [{ kind: 'change', cueId: cue.id, next: { text: without(cue.text, words) } }];
      });
      const fixes = changes.length === 0 ? [] : [{ kind: 'script', label: 'Leave it out', changes } as const];
      const facts = { said: words, times: lines.length, spokenUs, mostAMinute: MOST_FILLERS_A_MINUTE };
      return finding('filler', facts, { ...placeOf(lines[0]!), certainty: 0.8, fixes });
    });
}

function breath(line: SaidText, { cues, language }: Where, speaker: LanguageSpeaker): Finding[] {
  const most = line.kind === 'work' || line.kind === 'hold' ? BREATH_S.working : BREATH_S.resting;
  // A transcript's own pauses are not in its punctuation; only a written line is judged.
  if (line.clock !== 'plan') return [];
  const longest = line.text
    .split(/[.!?…;:,—–]+/)
    .map((part) => lineTime(part, speaker))
    .reduce((a, b) => asLength(Math.max(a, b)), ZERO);
  if (longest <= most * 1e6) return [];
  const cue = cues.get(line.cueId ?? '');
  const halves = cue === undefined ? null : inTwo(cue.text, language);
  const facts = { longestUs: longest, mostS: most, isWorking: most === BREATH_S.working };
  const fixes = cue === undefined || halves === null ? [] : [twoLines(cue, halves, cues)];
  return [finding('one-breath', facts, { ...placeOf(line), certainty: 0.7, fixes })];
}

function twoLines(cue: Cue, [first, second]: readonly [string, string], cues: Cues): Fix {
  const id = freeCueId([...cues.values()]);
  const anchor = { kind: 'after', cueId: cue.id, gapUs: 300_000 as Length } as const;
  return {
    kind: 'script',
    label: 'Make two lines of it',
    changes: [
      { kind: 'change', cueId: cue.id, next: { text: first } },
      { kind: 'add', cue: { ...cue, id, text: second, anchor } },
    ],
  };
}

/** A long line cut at the joint nearest its middle; null where it has none. */
function inTwo(text: string, { lines }: Language): [string, string] | null {
  const joints = [...text.matchAll(lines.joints)].map((m) => m.index);
  const at = joints.sort((a, b) => Math.abs(a - text.length / 2) - Math.abs(b - text.length / 2))[0];
  if (at === undefined || at < 8 || at > text.length - 8) return null;
  const [first, second] = [
    text.slice(0, at).trim().replace(/[,;]$/, ''),
    text.slice(at).replace(lines.dropsAtJoint, '').trim(),
  ];
  return [`${first}.`, `${second[0]?.toUpperCase() ?? ''}${second.slice(1)}`];
}

function claimsToSeeTwice(line: SaidText, { cues, language }: Where): Finding[] {
  const { published } = language;
  const cue = cues.get(line.cueId ?? '');
  const removal: Fix[] =
    cue === undefined
      ? []
      : [{ kind: 'script', label: 'Take the line out', changes: [{ kind: 'remove', cueId: cue.id }] }];
  const place = { ...placeOf(line), certainty: 0.7, fixes: removal };
  const found = published.secondLooks.flatMap(({ words, says, advice }): Finding[] => {
    const match = words.exec(line.text);
    return match === null ? [] : [finding('second-look', { said: match[0], is: says, advice }, place)];
  });
  const dated = published.dated.exec(line.text.replace(/’/g, "'"));
  if (dated !== null) found.push(finding('dated', { said: dated[0] }, place));
  const pain = published.pain.exec(line.text);
  if (pain !== null)
    found.push(finding('pain-wording', { said: pain[0] }, { ...place, severity: 'alarm', certainty: 0.8 }));
  return found;
}

const swap = (text: string, words: string, other: string) =>
  text.replace(new RegExp(words.replace(/'/g, "['’]"), 'i'), (old) =>
    /^[A-Z]/.test(old) ? other : other.toLowerCase(),
  );

function without(text: string, words: string): string {
  const left = text
    .replace(new RegExp(`[,]?\\s*(?<!\\p{L})${words}(?!\\p{L})[,]?`, 'giu'), '')
    .replace(/\s{2,}/g, ' ')
    .replace(/^\s*[,.]\s*/, '')
    .trim();
  return left === '' ? text : `${left[0]?.toUpperCase() ?? ''}${left.slice(1)}`;
}
