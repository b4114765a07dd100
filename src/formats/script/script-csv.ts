import Papa from 'papaparse';
import { unguardCell, writeCsv } from '../csv.ts';
import type { Segment } from '../../core/plan/segment.ts';
import type { Cue } from '../../core/script/cue.ts';
import { asLength, fromSeconds } from '../../core/time/micros.ts';
import { type ReadProblem, type ReadResult, refuseText } from '../problem.ts';
import { stamp } from '../stamp.ts';
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

const HEAD = [
  'segment',
  'block',
  'round',
  'name',
  'side',
  'at',
  'until',
  'anchor',
  'kind',
  'voice',
  'who',
  'written',
  'line',
] as const;
type Column = (typeof HEAD)[number];

/**
 * The script as CSV (RFC 4180): one row a line, the program's calls too (`written` is `no`). Times are on plan time.
 */
export function writeScriptCsv(page: ScriptPage): string {
  const cues = new Map(page.script.cues.map((cue) => [cue.id, cue]));
  const rows = linesOf(page).flatMap(({ segment: s, lines, homeless }) => {
    const place = [
      String(s.index + 1),
      s.blockName,
      String(s.round),
      s.label,
      s.side === 'left' || s.side === 'right' ? s.side : '',
    ];
    const of = (
      cue: Cue | undefined,
      {
        kind,
        at,
        until,
        text,
      }: { readonly kind: string; readonly at: string; readonly until: string; readonly text: string },
    ) => [
      ...place,
      at,
      until,
      cue === undefined ? '' : writeAnchor(cue.anchor),
      kind,
      cue?.voice === 'over' ? 'over' : 'camera',
      cue?.who ?? '',
      cue === undefined ? 'no' : 'yes',
      text,
    ];
    return [
      ...lines.map((line) =>
        of(line.cueId === null ? undefined : cues.get(line.cueId), {
          kind: line.kind,
          at: stamp(line.start),
          until: stamp(line.end),
          text: line.text,
        }),
      ),
      ...homeless.map((cue) => of(cue, { kind: cue.kind, at: '', until: '', text: cue.text })),
    ];
  });
  // An anchor such as +4 or -10 would be taken for a formula: it gets a quote before it, which reading takes away.
  return writeCsv(HEAD, rows);
}

/**
 * Reads written lines from a table; columns may stand in any order. A row's segment is its number, else its name, else
 * its time. Wrong rows are named and left out.
 */
export function readScriptCsv(text: string, segments: readonly Segment[]): ReadResult<Cue[]> {
  const refused = refuseText(text, 'a script as a table');
  if (refused !== null) return { value: [], problems: [refused] };
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const head = (data[0] ?? []).map((cell) => cell.trim().toLowerCase());
  const at = (name: Column) => head.indexOf(name);
  if (at('line') < 0)
    return {
      value: [],
      problems: [
        {
          line: 1,
          code: 'no-line-column',
          message: 'The first line must name the columns, and one of them must be “line”.',
          severity: 'error',
        },
      ],
    };
  const problems: ReadProblem[] = [];
  const cues: Cue[] = [];
  const finder = new SegmentFinder(segments);
  const previous = new Map<string, string>();
  for (const [i, row] of data.slice(1).entries()) {
    const cell = (name: Column) => (at(name) < 0 ? '' : unguardCell((row[at(name)] ?? '').trim()));
    const line = cell('line');
    if (line === '' || /^(no|false|0)$/i.test(cell('written'))) continue;
    const time = secondsOf(cell('at'));
    const segment =
      segments[Number(cell('segment')) - 1] ??
      (cell('name') === '' ? null : finder.byName(cell('name'), time === null ? null : time * 1e6)) ??
      (time === null ? null : finder.at(time * 1e6));
    if (segment === null || segment === undefined) {
      problems.push({
        line: i + 2,
        code: 'not-placed',
        message: `“${line.slice(0, 50)}” was left out: its segment is not in this class.`,
        severity: 'error',
      });
      continue;
    }
    const id = `c${cues.length + 1}`;
    const before = previous.get(segment.key) ?? null;
    const timed =
      time === null
        ? null
        : { kind: 'start' as const, afterUs: asLength(Math.max(0, fromSeconds(time) - segment.start)) };
    cues.push({
      id,
      segmentKey: segment.key,
      kind: readKind(`${cell('kind')}:`)?.kind ?? usualKind(segment),
      anchor: readAnchor(cell('anchor'), before) ?? timed ?? usualAnchor(before),
      text: line.slice(0, 2_000),
      ...(cell('voice').toLowerCase() === 'over' ? { voice: 'over' as const } : {}),
      ...(cell('who') === '' ? {} : { who: cell('who').slice(0, 200) }),
    });
    previous.set(segment.key, id);
  }
  return { value: cues, problems };
}

function secondsOf(stampText: string): number | null {
  const match = /^(?:(\d+):)?(\d{1,2}):(\d{1,2}(?:[.,]\d+)?)$/.exec(stampText);
  return match === null
    ? null
    : Number(match[1] ?? 0) * 3600 + Number(match[2]) * 60 + Number((match[3] ?? '').replace(',', '.'));
}
