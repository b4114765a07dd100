/**
 * Holds what the core says of the spoken classes in ../shared/classes against their truth. The classes are not part of
 * the project; where the folder is missing nothing is measured. Scores are counted as the scorer beside them counts.
 */
import { compileCommand } from '../../src/cli/plan-commands.ts';
import { alignCommand, claimsCommand, proposeCommand } from '../../src/cli/take-commands.ts';
import { type SpokenClass, type TranscriptKind, readClass, transcriptText } from './spoken-classes.ts';
import { type Score, newScore } from './score-lines.ts';

const ALSO: Readonly<Record<string, readonly string[]>> = {
  'seconds-left': ['seconds-left', 'length'],
  length: ['length', 'seconds-left'],
  round: ['round', 'moves-left'],
  'moves-left': ['moves-left', 'count', 'round'],
};
const ALIKE_MISTAKES: Readonly<Record<string, readonly string[]>> = {
  'wrong-count': ['wrong-count', 'wrong-round'],
  'wrong-length': ['wrong-length', 'wrong-time'],
  'wrong-time': ['wrong-time', 'wrong-half-way', 'wrong-length'],
  'option-never': ['option-never', 'option-late'],
  'option-late': ['option-late', 'option-never'],
  'break-long': ['break-long', 'explanation-into-work'],
  'explanation-into-work': ['explanation-into-work', 'break-long'],
};

function tally(score: Score, type: string, found: boolean): void {
  const [f, n] = score.byType.get(type) ?? [0, 0];
  score.byType.set(type, [f + (found ? 1 : 0), n + 1]);
}

interface Report {
  readonly at_s: number;
  readonly type: string;
  readonly said: string;
  readonly note?: string;
  readonly verdict?: string;
  used?: boolean;
}

/** Measures one class. */
export function scoreClass(id: string, kind: TranscriptKind, bare = false): Score {
  const truth = readClass(id);
  const text = transcriptText(id, kind, bare);
  const score = newScore();
  const note = (line: string) => score.notes.push(line);
  const duration = String(truth.duration_s);
  const got = JSON.parse(alignCommand(truth.outline, text, duration).text) as {
    segments: {
      index: number;
      kind: string;
      label: string;
      recorded: { start_s: number; end_s: number } | null;
      confidence: number;
    }[];
    mistakes: Report[];
  };
  const worked = truth.segments.filter((s) => s.planned && s.plan_index !== null && isWorked(s.kind));
  const filmed = new Set(worked.map((s) => s.plan_index));
  for (const s of worked) {
    const h = got.segments.find((x) => x.index === s.plan_index);
    if (h?.recorded == null) {
      score.missing++;
      note(`${s.start_s.toFixed(0)} ${s.label}: said to be left out (${h?.confidence})`);
      continue;
    }
    const [a, b] = [h.recorded.start_s - s.start_s, h.recorded.end_s - s.end_s];
    score.starts.push(Math.abs(a));
    score.ends.push(Math.abs(b));
    const off = Math.abs((h.recorded.start_s + h.recorded.end_s - s.start_s - s.end_s) / 2) > s.end_s - s.start_s;
    if (off) score.wrong++;
    score.sure.push([h.confidence, Math.abs(a) <= 1 && Math.abs(b) <= 1]);
    if (Math.abs(a) > 2.5 || Math.abs(b) > 2.5)
      note(
        `${s.start_s.toFixed(0)} ${s.label}: start ${a.toFixed(1)} end ${b.toFixed(1)} ` +
          `sure ${h.confidence}${off ? '  PLACED WRONG' : ''}`,
      );
  }
  for (const x of got.segments.filter((g) => isWorked(g.kind) && !filmed.has(g.index))) {
    score.leftOut++;
    if (x.recorded !== null) {
      score.phantom++;
      note(`${x.label} (${x.index}) was never filmed, laid at ${x.recorded.start_s.toFixed(0)}`);
    }
  }
  score.minutes = truth.duration_s / 60;
  scoreMistakes(truth, got.mistakes, score);
  scoreClaims(truth, text, score);
  scoreProposal(truth, text, score);
  return score;
}

const isWorked = (kind: string) => kind === 'work' || kind === 'hold';

function scoreMistakes(truth: SpokenClass, given: readonly Report[], score: Score): void {
  const reports = given.map((r) => ({ ...r }));
  // A long or short break is found anywhere within 12 s of that break.
  const within = (s: { t: number; type: string }, g: Report) => {
    const r = s.type.startsWith('break-')
      ? truth.segments.find(
          (x) => /rest|change-over|water|talk|set-up|demo/.test(x.kind) && s.t >= x.start_s - 1 && s.t <= x.end_s + 1,
        )
      : undefined;
    return r === undefined ? Math.abs(g.at_s - s.t) <= 12 : g.at_s >= r.start_s - 12 && g.at_s <= r.end_s + 12;
  };
  const take = (s: { t: number; type: string }) => {
    const found = reports.find(
      (g) => g.used !== true && (ALIKE_MISTAKES[s.type] ?? [s.type]).includes(g.type) && within(s, g),
    );
    if (found !== undefined) found.used = true;
    return found !== undefined;
  };
  for (const s of truth.slips.filter((x) => x.sure)) {
    const found = take(s);
    score.mistakes++;
    if (found) score.mistakesFound++;
    else score.notes.push(`mistake not found: ${s.t.toFixed(0)} ${s.type}: ${s.note}`);
    tally(score, `mistake ${s.type}`, found);
  }
  for (const s of truth.slips.filter((x) => !x.sure)) take(s);
  const compiled = JSON.parse(compileCommand(truth.outline).text) as {
    segments: { index: number; start_s: number; end_s: number }[];
  };
  const planned = new Map(compiled.segments.map((s) => [s.index, s.end_s - s.start_s]));
  const rests = truth.segments
    .filter((s) => s.plan_index !== null && /rest|change-over|water/.test(s.kind))
    .map((s) => ({
      at: s.start_s,
      until: s.end_s,
      over: s.end_s - s.start_s - (planned.get(s.plan_index as number) ?? 0),
    }));
  const fair = (g: Report) =>
    g.type.startsWith('break-') &&
    rests.some(
      (r) => g.at_s > r.at - 12 && g.at_s < r.until + 12 && (g.type === 'break-long' ? r.over > 3 : r.over < -3),
    );
  for (const g of reports.filter((r) => r.used !== true && !fair(r))) {
    score.beyond++;
    score.notes.push(`reported beyond the truth: ${g.at_s.toFixed(0)} ${g.type}: ${g.note ?? g.said}`);
  }
}

function scoreClaims(truth: SpokenClass, text: string, score: Score): void {
  const answer = JSON.parse(claimsCommand(truth.outline, text, String(truth.duration_s)).text) as { claims: Report[] };
  const got = answer.claims.map((c) => ({ ...c }));
  for (const c of truth.claims) {
    let [best, nearest] = [undefined as Report | undefined, 5];
    for (const g of got) {
      const off = Math.abs(g.at_s - c.t);
      if (g.used !== true && (ALSO[c.type] ?? [c.type]).includes(g.type) && off <= nearest) [best, nearest] = [g, off];
    }
    score.claims++;
    tally(score, `claim ${c.type}`, best !== undefined);
    if (best === undefined) {
      score.notes.push(`claim not found: ${c.t.toFixed(0)} ${c.type}: ${c.said}`);
      continue;
    }
    best.used = true;
    score.claimsFound++;
    if (best.verdict === 'unsure') continue;
    score.given++;
    if ((best.verdict === 'true') === c.true) score.right++;
    else score.notes.push(`verdict wrong: ${c.t.toFixed(0)} ${c.type}: ${c.said}: is ${c.true}, got ${best.verdict}`);
  }
  for (const g of got.filter((x) => x.used !== true && x.verdict === 'false')) {
    score.alarms++;
    score.notes.push(`false alarm: ${g.at_s.toFixed(0)} ${g.type}: ${g.said}`);
  }
}

const nameWords = (s: string) =>
  s
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ')
    .replace(/\b(left|right|the|a|on|to|with|and)\b/g, ' ')
    .replace(/s\b/g, '')
    .trim()
    .split(/ +/);

function alike(a: string, b: string): boolean {
  const [x, y] = [nameWords(a), nameWords(b)];
  return x.filter((w) => y.includes(w)).length / Math.max(1, Math.min(x.length, y.length)) >= 0.5;
}

function scoreProposal(truth: SpokenClass, text: string, score: Score): void {
  const proposed = proposeCommand(text, String(truth.duration_s)).text;
  const compiled = JSON.parse(compileCommand(proposed).text) as { segments: { kind: string; label: string }[] };
  const names = (list: readonly { kind: string; label: string }[]) =>
    list.filter((x) => isWorked(x.kind)).map((x) => x.label);
  const [a, b] = [names(compiled.segments), names(truth.segments)];
  const table = Array.from({ length: a.length + 1 }, () => new Array<number>(b.length + 1).fill(0));
  for (let i = a.length - 1; i >= 0; i--)
    for (let j = b.length - 1; j >= 0; j--)
      (table[i] as number[])[j] = alike(a[i] as string, b[j] as string)
        ? 1 + (table[i + 1]?.[j + 1] ?? 0)
        : Math.max(table[i + 1]?.[j] ?? 0, table[i]?.[j + 1] ?? 0);
  score.f1.push((2 * (table[0]?.[0] ?? 0)) / (a.length + b.length));
  score.notes.push(`proposed ${a.length} for ${b.length}, F1 ${score.f1[0]?.toFixed(2)}`);
}
