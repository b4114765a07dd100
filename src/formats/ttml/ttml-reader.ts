import { XMLParser, XMLValidator } from 'fast-xml-parser';
import type { TimedWord, Transcript } from '../../core/transcript/transcript.ts';
import { ZERO, takeTime } from '../../core/time/micros.ts';
import { type ReadProblem, type ReadResult, refuseText } from '../problem.ts';
import { type DraftCue, END_UNKNOWN, orderCues } from '../transcript-problem.ts';
import { type Clock, type NodeTimes, clockOf, timesOf } from './ttml-times.ts';
import { type Node } from './ttml-node.ts';

/** Deeper nesting than this is no caption file. */
const DEEPEST = 40;

const NOT_SAID = new Set(['head', 'metadata', 'title', 'desc', 'copyright', 'styling', 'layout', 'style', 'region']);

/**
 * Reads W3C TTML (TTML2, IMSC 1.1 Text): each `p` is a cue; its times add to those of what it stands in. A `span` with
 * times of its own gives its words their place. Looks are not read.
 */
export function readTtml(text: string): ReadResult<Transcript> {
  const none = (code: string, message: string): ReadResult<Transcript> => ({
    value: { cues: [] },
    problems: [{ code, line: 0, message, severity: 'error' }],
  });
  const refused = refuseText(text, 'a TTML transcript');
  if (refused !== null) return { value: { cues: [] }, problems: [refused] };
  // A document that defines entities of its own is no caption file, and may grow without end.
  if (/<!ENTITY/i.test(text))
    return none('not-xml', 'This XML defines entities of its own; a TTML transcript has none.');
  let nodes: (Node | string)[];
  try {
    const fault = XMLValidator.validate(text);
    if (fault !== true)
      return {
        value: { cues: [] },
        problems: [
          {
            code: 'not-xml',
            line: fault.err.line,
            message: `This is not well-formed XML: ${fault.err.msg}`,
            severity: 'error',
          },
        ],
      };
    nodes = treeOf(parse(text));
  } catch (error) {
    return none(
      'not-xml',
      `This is not well-formed XML: ${error instanceof Error ? error.message.slice(0, 120) : 'unreadable'}`,
    );
  }
  const root = nodes.find((n): n is Node => typeof n !== 'string' && n.name === 'tt');
  if (root === undefined) return none('no-cues', 'This XML has no element “tt”; a TTML transcript is wanted.');
  const problems: ReadProblem[] = [];
  const clock = clockOf(root, problems);
  const cues: DraftCue[] = [];
  walk(root, { start: ZERO, end: null }, { clock, cues, problems }, 0);
  if (cues.length === 0)
    problems.push({
      code: 'no-cues',
      line: 0,
      message: 'No paragraph “p” with a “begin” was found.',
      severity: 'error',
    });
  return { value: { cues: orderCues(cues, problems) }, problems };
}

function parse(text: string): unknown[] {
  return new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    removeNSPrefix: true,
    trimValues: false,
    parseTagValue: false,
    parseAttributeValue: false,
    processEntities: true,
    maxNestedTags: DEEPEST * 4,
  }).parse(text) as unknown[];
}

function treeOf(nodes: readonly unknown[]): (Node | string)[] {
  return nodes.flatMap((node): (Node | string)[] => {
    const entry = node as Record<string, unknown>;
    const name = Object.keys(entry).find((k) => k !== ':@');
    if (name === undefined || name.startsWith('?')) return [];
    if (name === '#text') return [String(entry[name])];
    return [
      { name, attributes: (entry[':@'] ?? {}) as Record<string, string>, children: treeOf(entry[name] as unknown[]) },
    ];
  });
}

/** A document as it is read: its clock, what was read, what could not be. */
interface Reading {
  readonly clock: Clock;
  readonly cues: DraftCue[];
  readonly problems: ReadProblem[];
}

function walk(node: Node, around: NodeTimes, reading: Reading, depth: number): void {
  const { clock, cues, problems } = reading;
  if (depth > DEEPEST) {
    problems.push({
      code: 'too-deep',
      line: 0,
      message: 'Elements nested this deep were left out.',
      severity: 'error',
    });
    return;
  }
  const own = timesOf(node, around, clock, problems);
  if (node.name !== 'p') {
    for (const child of node.children) {
      if (typeof child !== 'string') {
        // Titles, styles and descriptions are not said.
        if (!NOT_SAID.has(child.name)) walk(child, own, reading, depth + 1);
      } else if (child.trim() !== '')
        problems.push({
          code: 'stray',
          line: 0,
          message: `“${child.trim().slice(0, 60)}” stands in no paragraph “p” and was left out.`,
          severity: 'error',
        });
    }
    return;
  }
  const text = plain(node);
  if (text === '') return;
  if (
    node.attributes.begin === undefined &&
    !node.children.some((c) => typeof c !== 'string' && c.attributes.begin !== undefined)
  ) {
    problems.push({
      code: 'bad-timing',
      line: 0,
      message: `The paragraph “${text.slice(0, 40)}” has no “begin” and was left out.`,
      severity: 'error',
    });
    return;
  }
  const words = spanWords(node, own, reading);
  cues.push({
    start: words?.[0]?.start ?? own.start,
    end: own.end ?? words?.at(-1)?.end ?? END_UNKNOWN,
    text,
    words,
    line: 0,
  });
}

/** Words of spans that have times; null where not all words have. */
function spanWords(p: Node, times: NodeTimes, { clock, problems }: Reading): TimedWord[] | null {
  const words: TimedWord[] = [];
  for (const child of p.children) {
    if (typeof child === 'string') {
      if (child.trim() !== '') return null;
      continue;
    }
    if (child.name === 'br') continue;
    if (child.attributes.begin === undefined) return null;
    const own = timesOf(child, times, clock, problems);
    const parts = plain(child)
      .split(/\s+/)
      .filter((w) => w !== '');
    const length = Math.max(1e4, (own.end ?? own.start + 3e5 * parts.length) - own.start) / Math.max(1, parts.length);
    for (const [i, part] of parts.entries())
      words.push({ text: part, start: takeTime(own.start + i * length), end: takeTime(own.start + (i + 1) * length) });
  }
  return words.length === 0 ? null : words;
}

function plain(node: Node): string {
  return raw(node).replace(/\s+/g, ' ').trim();
}

function raw(node: Node): string {
  return node.children.map((c) => (typeof c === 'string' ? c : c.name === 'br' ? ' ' : raw(c))).join('');
}
