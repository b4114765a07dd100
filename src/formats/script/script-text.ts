import type { Segment } from '../../core/plan/segment.ts';
import type { Cue } from '../../core/script/cue.ts';
import { micros } from '../../core/time/micros.ts';
import { readTypedTime, writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { type ReadProblem, type ReadResult, linesOf as textLines, refuseText } from '../problem.ts';
import {
  type ScriptPage,
  SegmentFinder,
  linesOf,
  readAnchor,
  readKind,
  usualAnchor,
  usualKind,
  writeAnchor,
} from './script-page.ts';

/** Most lines that are read from one file. */
const MOST_LINES = 20_000;

/**
 * The script as plain text: a heading `## 0:55 Squat` for each segment, a line `[+4] form: Ribs down.` for each written
 * line. Calls that the program writes begin with `=`; they are there to be read and are left out when the text comes
 * back.
 */
export function writeScriptText(page: ScriptPage): string {
  const out = [`# ${page.plan.title}`, ''];
  const cues = new Map(page.script.cues.map((cue) => [cue.id, cue]));
  for (const { segment, lines, homeless } of linesOf(page)) {
    out.push(
      `## ${writeTime(segment.start)} ${segment.label}` +
        `${segment.side === 'left' || segment.side === 'right' ? `, ${segment.side}` : ''}`,
    );
    const about = [
      segment.kind,
      `${writeSeconds(micros(segment.end - segment.start))} s`,
      segment.rounds > 1 ? `${segment.blockName}, round ${segment.round} of ${segment.rounds}` : segment.blockName,
    ];
    out.push(`(${about.join(' · ')})`);
    for (const line of lines) {
      const cue = line.cueId === null ? undefined : cues.get(line.cueId);
      out.push(cue === undefined ? `= ${writeTime(line.start, 1)} ${line.text}` : cueLine(cue));
    }
    for (const cue of homeless) out.push(cueLine(cue));
    out.push('');
  }
  out.push(`(${page.notice})`);
  return `${out.join('\n').trimEnd()}\n`;
}

function cueLine(cue: Cue): string {
  const voice = cue.voice === 'over' ? ' over' : '';
  const who = cue.who === undefined ? '' : ` by ${cue.who.replace(/\]/g, ')')}`;
  return `[${writeAnchor(cue.anchor)}${voice}${who}] ${cue.kind}: ${cue.text.replace(/\s+/g, ' ')}`;
}

/** `(work · 40 s · Main, round 1 of 3)`, and the notice under a script. */
const OWN_REMARK = /^\((?:[^()]*(?: · ).*|[^()]{60,})\)$/;
const LONGEST_LINE = 2_000;

/**
 * Reads a script from plain text: as Euphon writes it, or as people type it, with headings that name a segment and
 * lines under them. A heading that names no segment is a problem with its line, and the lines under it are left out.
 */
export function readScriptText(text: string, segments: readonly Segment[]): ReadResult<Cue[]> {
  const refused = refuseText(text, 'a script as text');
  if (refused !== null) return { value: [], problems: [refused] };
  const cues: Cue[] = [];
  const problems: ReadProblem[] = [];
  const finder = new SegmentFinder(segments);
  let here: Segment | null = null;
  let previous: string | null = null;
  // A script that Euphon wrote has a title and a notice that are made anew; elsewhere they may be words.
  const ours = text.split('\n').some((line) => OWN_REMARK.test(line.trim()));
  let lost: string | null = 'A line stands before the first heading. Put “## ” and the name of a segment above it.';
  for (const [i, raw] of textLines(text).entries()) {
    const line = raw.trim();
    const say = (message: string) => problems.push({ code: 'not-placed', line: i + 1, message, severity: 'error' });
    const passOver = (what: string) =>
      problems.push({
        code: 'passed-over',
        line: i + 1,
        message: `“${line.slice(0, 60)}” is ${what} and was passed over.`,
        severity: 'note',
      });
    // Calls of the program, and what it says about a segment, are made anew.
    if (line === '' || /^= \d[\d:.]* /.test(line) || OWN_REMARK.test(line)) continue;
    if (/^#\s/.test(line)) {
      if (!ours || here !== null) passOver('a title');
      continue;
    }
    if (/^\(.*\)$/.test(line)) {
      if (!ours) passOver('a remark in brackets');
      continue;
    }
    if (line.length > LONGEST_LINE)
      say(`A line has at most ${LONGEST_LINE} letters; the rest of this one was left out.`);
    if (cues.length >= MOST_LINES) {
      say(`More than ${MOST_LINES} lines; the rest was left out.`);
      break;
    }
    const heading = /^##+\s*(?:(\d[\d:.]*)\s+)?(.+)$/.exec(line);
    if (heading !== null) {
      const time = heading[1] === undefined ? null : readTypedTime(heading[1]);
      const name = (heading[2] ?? '').split('|')[0]?.trim() ?? '';
      const beside = (heading[2] ?? '').split('|').slice(1).join('|').trim();
      if (beside !== '') passOver(`beside the heading (“${beside.slice(0, 40)}”)`);
      here = finder.byName(name, time?.ok ? time.time : null);
      previous = null;
      if (here === null) say(`“${name.slice(0, 60)}” is no segment of this class; the lines under it were left out.`);
      lost = null;
      continue;
    }
    if (here === null) {
      if (lost !== null) say(lost);
      lost = null;
      continue;
    }
    const cue: Cue = lineOf(line, here, previous, `c${cues.length + 1}`);
    cues.push(cue);
    previous = cue.id;
  }
  return { value: cues, problems };
}

function lineOf(line: string, segment: Segment, previous: string | null, id: string): Cue {
  const bracket = /^\[([^\]]*)\]\s*/.exec(line);
  const inside = /^(.*?)(\s+over)?(?:\s+by\s+(.+))?$/.exec(bracket?.[1] ?? '');
  const anchor = bracket === null ? null : readAnchor(inside?.[1] ?? '', previous);
  // A bracket that is no anchor is part of what is said.
  const body = anchor === null ? line.replace(/^[-*•]\s+/, '') : line.slice((bracket as RegExpExecArray)[0].length);
  const kind = readKind(body);
  return {
    id,
    segmentKey: segment.key,
    kind: kind?.kind ?? usualKind(segment),
    anchor: anchor ?? usualAnchor(previous),
    text: (kind?.rest ?? body).trim().slice(0, LONGEST_LINE),
    ...(anchor !== null && inside?.[2] !== undefined ? { voice: 'over' as const } : {}),
    ...(anchor !== null && inside?.[3] !== undefined ? { who: inside[3].trim().slice(0, 200) } : {}),
  };
}
