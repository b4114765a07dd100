import type { SegmentKind } from '../plan/segment.ts';
import { type Cue, freeCueId } from '../script/cue.ts';
import { type SpeakingModel, TYPICAL_SPEAKER, lineTime } from '../speech/line-time.ts';
import { type Micros } from '../time/micros.ts';
import { type CueChange, type Finding, JUDGEMENT, TRADE } from '../findings/finding.ts';
import { CLAIMS_TO_SEE_TWICE, DATED, FILLERS, OTHER_PRAISE, PAIN_WORDS, PRAISE } from './wording.ts';

/** One thing that is said, planned or recorded. */
export interface SaidText {
  readonly text: string;
  readonly at: Micros;
  readonly end: Micros;
  readonly segmentKey: string | null;
  readonly cueId: string | null;
  readonly kind: SegmentKind | null;
}

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
 * `cues` gives the lines that can be mended.
 */
export function wordingFindings(
  said: readonly SaidText[],
  clock: Finding['clock'],
  cues: Cues = new Map(),
  speaker: SpeakingModel = TYPICAL_SPEAKER,
): Finding[] {
  return [
    ...praise(said, clock, cues),
    ...fillers(said, clock, cues),
    ...said.flatMap((line) => [...breath(line, clock, cues, speaker), ...claimsToSeeTwice(line, clock, cues)]),
  ];
}

const base = (line: SaidText, clock: Finding['clock']) =>
  ({
    segmentKey: line.segmentKey,
    ...(line.cueId === null ? {} : { cueId: line.cueId }),
    clock,
    at: line.at,
    source: TRADE,
  }) as const;

function praise(said: readonly SaidText[], clock: Finding['clock'], cues: Cues): Finding[] {
  const uses = new Map<string, SaidText[]>();
  for (const line of said)
    for (const match of line.text.toLowerCase().replace(/’/g, "'").matchAll(PRAISE))
      uses.set(match[0], [...(uses.get(match[0]) ?? []), line]);
  return [...uses]
    .filter(([, lines]) => lines.length > MOST_SAME_PRAISE)
    .map(([words, lines]): Finding => {
      const late = lines.slice(MOST_SAME_PRAISE);
      const others = OTHER_PRAISE.filter((o) => !uses.has(o.toLowerCase()));
      const changes = late.flatMap((line, i): CueChange[] => {
        const cue = cues.get(line.cueId ?? '');
        const other = others[i % Math.max(1, others.length)];
        return cue === undefined || other === undefined
          ? []
          : [{ kind: 'change', cueId: cue.id, next: { text: swap(cue.text, words, other) } }];
      });
      return {
        ...base(late[0] as SaidText, clock),
        rule: 'praise-repeated',
        severity: 'note',
        source: JUDGEMENT,
        says: `“${words}” is said ${lines.length} times.`,
        measured: `${lines.length} times`,
        wanted: `at most ${MOST_SAME_PRAISE} in a class`,
        certainty: 1,
        mends:
          changes.length === 0
            ? []
            : [{ kind: 'script', label: `Other words from the ${MOST_SAME_PRAISE + 1}th on`, changes }],
      };
    });
}

function fillers(said: readonly SaidText[], clock: Finding['clock'], cues: Cues): Finding[] {
  const spoken = said.reduce((sum, line) => sum + line.end - line.at, 0) / 60e6;
  const uses = new Map<string, SaidText[]>();
  for (const line of said)
    for (const match of line.text.toLowerCase().matchAll(FILLERS))
      uses.set(match[0], [...(uses.get(match[0]) ?? []), line]);
  return [...uses]
    .filter(([, lines]) => lines.length >= FEWEST_FILLERS && lines.length > spoken * MOST_FILLERS_A_MINUTE)
    .map(([words, lines]): Finding => {
      const changes = [...new Set(lines)].flatMap((line): CueChange[] => {
        const cue = cues.get(line.cueId ?? '');
        return cue === undefined ? [] : [{ kind: 'change', cueId: cue.id, next: { text: without(cue.text, words) } }];
      });
      return {
        ...base(lines[0] as SaidText, clock),
        rule: 'filler',
        severity: 'note',
        source: JUDGEMENT,
        says: `“${words}” is said ${lines.length} times.`,
        measured: `${lines.length} in ${Math.max(0.1, spoken).toFixed(1)} min of speech`,
        wanted: `at most ${MOST_FILLERS_A_MINUTE} a minute`,
        certainty: 0.8,
        mends: changes.length === 0 ? [] : [{ kind: 'script', label: 'Leave it out', changes }],
      };
    });
}

function breath(line: SaidText, clock: Finding['clock'], cues: Cues, speaker: SpeakingModel): Finding[] {
  const most = line.kind === 'work' || line.kind === 'hold' ? BREATH_S.working : BREATH_S.resting;
  // A transcript's own pauses are not in its punctuation; only a written line is judged.
  if (clock !== 'plan') return [];
  const longest = line.text
    .split(/[.!?…;:,—–]+/)
    .map((part) => lineTime(part, speaker) / 1e6)
    .reduce((a, b) => Math.max(a, b), 0);
  if (longest <= most) return [];
  const cue = cues.get(line.cueId ?? '');
  const halves = cue === undefined ? null : inTwo(cue.text);
  return [
    {
      ...base(line, clock),
      rule: 'one-breath',
      severity: 'note',
      source: JUDGEMENT,
      says: 'Nobody says this in one breath.',
      measured: `${longest.toFixed(1)} s without a pause`,
      wanted: `at most ${most} s${most === BREATH_S.working ? ' while working' : ''}`,
      certainty: 0.7,
      mends:
        cue === undefined || halves === null
          ? []
          : [
              {
                kind: 'script',
                label: 'Make two lines of it',
                changes: [
                  { kind: 'change', cueId: cue.id, next: { text: halves[0] } },
                  {
                    kind: 'add',
                    cue: {
                      ...cue,
                      id: `${freeCueId([...cues.values()])}`,
                      text: halves[1],
                      anchor: { kind: 'after', cueId: cue.id, gapUs: 300_000 as Micros },
                    },
                  },
                ],
              },
            ],
    },
  ];
}

/** A long line cut at the joint nearest its middle; null where it has none. */
function inTwo(text: string): [string, string] | null {
  const joints = [...text.matchAll(/[,;]\s+|\s+(?=(?:and|then|but|so|because|while|until)\s)/g)].map((m) => m.index);
  const at = joints.sort((a, b) => Math.abs(a - text.length / 2) - Math.abs(b - text.length / 2))[0];
  if (at === undefined || at < 8 || at > text.length - 8) return null;
  const [first, second] = [
    text.slice(0, at).trim().replace(/[,;]$/, ''),
    text
      .slice(at)
      .replace(/^[,;]?\s*(?:and\s+)?/, '')
      .trim(),
  ];
  return [`${first}.`, `${second[0]?.toUpperCase() ?? ''}${second.slice(1)}`];
}

function claimsToSeeTwice(line: SaidText, clock: Finding['clock'], cues: Cues): Finding[] {
  const found: Finding[] = [];
  const cue = cues.get(line.cueId ?? '');
  const removal =
    cue === undefined
      ? []
      : ([{ kind: 'script', label: 'Take the line out', changes: [{ kind: 'remove', cueId: cue.id }] }] as const);
  for (const { words, says, advice } of CLAIMS_TO_SEE_TWICE) {
    const match = words.exec(line.text);
    if (match !== null)
      found.push({
        ...base(line, clock),
        rule: 'second-look',
        severity: 'note',
        says: `“${match[0]}” ${says}.`,
        measured: 'said',
        wanted: advice,
        source: `${TRADE}; advertising law differs by country`,
        certainty: 0.7,
        mends: removal,
      });
  }
  const dated = DATED.exec(line.text.replace(/’/g, "'"));
  if (dated !== null)
    found.push({
      ...base(line, clock),
      rule: 'dated',
      severity: 'note',
      says: `“${dated[0]}” is true on one day only.`,
      measured: 'said',
      wanted: 'words that are true whenever the class is watched',
      certainty: 0.7,
      mends: removal,
    });
  const pain = PAIN_WORDS.exec(line.text);
  if (pain !== null)
    found.push({
      ...base(line, clock),
      rule: 'pain-wording',
      severity: 'alarm',
      says: `“${pain[0]}” asks people to go on against pain.`,
      measured: 'said',
      wanted: 'stop on pain; tension is fine',
      certainty: 0.8,
      mends: removal,
    });
  return found;
}

const swap = (text: string, words: string, other: string) =>
  text.replace(new RegExp(words.replace(/'/g, "['’]"), 'i'), (old) =>
    /^[A-Z]/.test(old) ? other : other.toLowerCase(),
  );

function without(text: string, words: string): string {
  const left = text
    .replace(new RegExp(`[,]?\\s*\\b${words}\\b[,]?`, 'gi'), '')
    .replace(/\s{2,}/g, ' ')
    .replace(/^\s*[,.]\s*/, '')
    .trim();
  return left === '' ? text : `${left[0]?.toUpperCase() ?? ''}${left.slice(1)}`;
}
