import {
  BLOCK_KINDS,
  type Block,
  type BlockKind,
  type Move,
  PLAN_LIMITS,
  type Plan,
  defaultScheme,
  isPlainBlock,
  newBlock,
} from '../../core/plan/plan.ts';
import type { Micros } from '../../core/time/micros.ts';
import { type ReadProblem, type ReadResult, linesOf, refuseText } from '../problem.ts';
import { keepableText } from '../keepable.ts';
import { keyAndValue, readCueing, readSides, readTime, splitField, unescapeField } from './outline-fields.ts';
import { readAbout, readRange } from './outline-dose.ts';
import { type Say, readMoveLine } from './outline-move.ts';
import { readScheme, readTempo } from './outline-scheme.ts';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };
type DraftBlock = Mutable<Omit<Block, 'moves'>> & { moves: Move[] };

/**
 * Reads a plan from the plain-text outline described in docs/formats.md. Every line that cannot be understood is
 * named in the problems and left out; the rest of the plan is kept.
 */
export function readOutline(text: string): ReadResult<Plan> {
  const plan: Mutable<Omit<Plan, 'blocks'>> & { blocks: DraftBlock[] } = {
    title: 'Untitled workout',
    instructor: '',
    cueing: 'mirrored',
    sides: { kind: 'both' },
    blocks: [],
  };
  const problems: ReadProblem[] = [];
  const refused = refuseText(text, 'a plan as an outline');
  if (refused !== null) return { value: plan, problems: [refused] };
  const say = (line: number, message: string, code = 'not-understood') =>
    problems.push({ code, line, message, severity: code === 'assumed' ? 'note' : 'error' });
  const sayAt =
    (line: number): Say =>
    (message, note) =>
      void say(line, message, note === undefined ? 'not-understood' : 'assumed');
  const references: Reference[] = [];
  let block: DraftBlock | null = null;
  let moves = 0;
  let titled = false;
  let full = false;
  for (const [index, raw] of linesOf(text).entries()) {
    const number = index + 1;
    const line = keptLine(raw, (message) => say(number, message, 'cut'));
    if (line === '' || line.startsWith('//')) continue;
    if (line.startsWith('## ')) {
      const read = readBlockLine(line.slice(3), plan.blocks.length + 1, sayAt(number));
      block = read.block;
      if (read.names !== null) references.push({ block, names: read.names, say: sayAt(number) });
      if (plan.blocks.length < PLAN_LIMITS.blocks) plan.blocks.push(block);
      else say(number, `A plan has at most ${PLAN_LIMITS.blocks} blocks; this one was left out.`, 'too-many');
    } else if (line.startsWith('# ')) {
      if (titled) say(number, `The class has two titles; “${line.slice(2, 62)}” was taken.`);
      titled = true;
      plan.title = unescapeField(line.slice(2));
    } else if (/^[-*•]\s/.test(line)) {
      if (block === null) {
        block = newBlock('b1', 'circuit', 'Circuit') as DraftBlock;
        block.moves = [];
        plan.blocks.push(block);
      }
      if (isPlainBlock(block.kind))
        say(number, `“${block.name}” is ${block.kind}; it holds no moves.`, 'no-moves-here');
      else {
        const [text, times] = timesOf(line.slice(1));
        const move = readMoveLine(text, '', sayAt(number));
        for (let n = 0; n < times; n++) {
          if (++moves <= PLAN_LIMITS.moves && block.moves.length < PLAN_LIMITS.movesInBlock) {
            block.moves.push({ ...move, id: `${block.id}m${block.moves.length + 1}` });
            continue;
          }
          const limit =
            moves > PLAN_LIMITS.moves
              ? `A plan has at most ${PLAN_LIMITS.moves}`
              : `A block has at most ${PLAN_LIMITS.movesInBlock}`;
          if (!full) say(number, `${limit} moves; the rest was left out.`, 'too-many');
          full = true;
          break;
        }
      }
    } else if (block === null) readHead(line, plan, (message) => say(number, message));
    else say(number, `“${line.slice(0, 60)}” is neither a block (## …) nor a move (- …).`);
  }
  for (const reference of references) resolveBlocks(reference, plan.blocks);
  if (plan.blocks.length === 0) say(0, 'No block was found. A block begins with ## and its name.', 'no-blocks');
  else if (moves === 0 && plan.blocks.some((b) => !isPlainBlock(b.kind)))
    say(0, 'The plan has no moves. A move is a line that begins with “- ”.', 'no-moves');
  return { value: plan, problems };
}

/** A line as a plan can keep it: without control characters, and not longer than a name may be. */
function keptLine(raw: string, say: (message: string) => void): string {
  const line = keepableText(raw).replace(/\n/g, ' ').trim();
  if (line !== raw.trim()) say('Control characters in this line were left out.');
  if (line.length <= PLAN_LIMITS.textLength) return line;
  say(`A line has at most ${PLAN_LIMITS.textLength} letters; the rest of this one was left out.`);
  return line.slice(0, PLAN_LIMITS.textLength).toWellFormed().trimEnd();
}

function readHead(line: string, plan: Mutable<Omit<Plan, 'blocks'>>, say: (message: string) => void): void {
  const field = keyAndValue(line, ['instructor', 'cueing', 'sides', 'tempo']);
  if (field === null)
    return say(`“${line.slice(0, 60)}” is not a setting of the class; instructor, cueing, sides and tempo are.`);
  if (field.key === 'instructor') {
    if (plan.instructor !== '') say(`The class has two instructors; “${field.value}” was taken.`);
    plan.instructor = unescapeField(field.value);
  } else if (field.key === 'tempo') {
    const milliBpm = readTempo(field.value.replace(/ ?bpm$/i, ''));
    if (milliBpm !== null) plan.milliBpm = milliBpm;
    else say(`The tempo of a class is 30 to 300 beats a minute, not “${field.value}”.`);
  } else if (field.key === 'cueing') {
    const cueing = readCueing(field.value);
    if (cueing === null) say(`Cueing is “mirrored” or “own”, not “${field.value}”.`);
    else plan.cueing = cueing;
  } else {
    const sides = readSides(field.value);
    if (sides === null) say(`Sides are own, half, alternate, rounds or both, not “${field.value}”.`);
    else plan.sides = sides;
  }
}

/** A block that names others, which may stand after it: what it names is looked up when all are read. */
interface Reference {
  readonly block: DraftBlock;
  readonly names: string;
  readonly say: Say;
}

function readBlockLine(
  text: string,
  number: number,
  say: Say,
): { readonly block: DraftBlock; readonly names: string | null } {
  const [head, ...tail] = splitField(text, ':');
  const name = unescapeField(head ?? '') || `Block ${number}`;
  const settings = splitField(tail.join(':'), ',')
    .map((s) => s.trim())
    .filter((s) => s !== '');
  const said = settings.map((s) => kindOf(s, true)).find((k) => k !== null);
  const kind = said ?? kindOf(name, false) ?? 'circuit';
  const block = newBlock(`b${number}`, kind, name) as DraftBlock;
  block.moves = [];
  const plain = isPlainBlock(kind);
  let timed = false;
  let names: string | null = null;
  for (const setting of settings) {
    if (isKind(setting)) continue;
    const again = /^(preview|repeat)(?: of)?:? (.+)$/i.exec(setting);
    if (again !== null && again[1]?.toLowerCase() === kind) {
      const [others, length] = kind === 'preview' ? lengthAtEnd(again[2] ?? '') : [again[2] ?? '', null];
      names = others;
      if (length !== null) {
        block.scheme = { kind: 'plain', lengthUs: length };
        timed = true;
      }
      continue;
    }
    const range = readRange(bareLength(setting)) ?? readAbout(bareLength(setting));
    if (plain && range !== null) {
      block.range = range;
      timed = true;
      continue;
    }
    const bare = keyAndValue(setting, BLOCK_KINDS.filter(isPlainBlock))?.value ?? setting;
    const scheme = readScheme(plain ? bare : setting, plain);
    if (scheme !== null && (scheme.kind === 'plain') === plain) {
      if (timed) say(`“${name}” is timed twice; “${setting}” was taken.`);
      block.scheme = scheme;
      timed = true;
    } else if (!readBlockSetting(setting, block)) say(`“${setting}” is not a setting of a block.`);
  }
  if (!timed) block.scheme = defaultScheme(kind);
  if (kind === 'preview' || kind === 'repeat') block.of = [];
  return { block, names };
}

/** `about 0:30` of `talk about 0:30`. */
function bareLength(setting: string): string {
  return keyAndValue(setting, BLOCK_KINDS.filter(isPlainBlock))?.value ?? setting;
}

/** `Main 0:22` to the name and its length; null: there is none. */
function lengthAtEnd(text: string): readonly [name: string, length: Micros | null] {
  const match = /^(.*\S)\s+([\d:.]+s?)$/.exec(text.trim());
  const length = match === null ? null : readTime(match[2] ?? '');
  return length === null ? [text.trim(), null] : [match?.[1] ?? '', length];
}

/** `Squat x 2` to the move and how often it stands there. */
function timesOf(text: string): readonly [text: string, times: number] {
  const match = /^([^|]*?)\s+[x×]\s?(\d{1,2})\s*(\|.*)?$/.exec(text);
  const times = Number(match?.[2] ?? 1);
  return match === null || times < 1 ? [text, 1] : [`${match[1]} ${match[3] ?? ''}`, times];
}

const BETWEEN_NAMES = /^\s*(?:\+|&|and\b)\s*/i;

/**
 * Finds the blocks that a line names, `Main and Finish`. Names may hold the word that stands between them (`Learn and
 * link`), so at
 * each place the longest name that fits is taken; one that no block has is said.
 */
function resolveBlocks({ block, names, say }: Reference, all: readonly DraftBlock[]): void {
  const others = all.filter((b) => b !== block).sort((a, b) => b.name.length - a.name.length);
  const found: string[] = [];
  let rest = unescapeField(names);
  while (rest !== '') {
    const lower = rest.toLowerCase();
    const next = others.find(
      (b) =>
        b.name !== '' &&
        lower.startsWith(b.name.toLowerCase()) &&
        (lower.length === b.name.length || BETWEEN_NAMES.test(lower.slice(b.name.length))),
    );
    if (next === undefined) {
      say(`No block is called “${rest.split(/\s(?:\+|&|and)\s/i)[0]}”.`);
      const after = /\s(?:\+|&|and)\s+/i.exec(rest);
      rest = after === null ? '' : rest.slice(after.index + after[0].length);
      continue;
    }
    found.push(next.id);
    rest = rest.slice(next.name.length).replace(BETWEEN_NAMES, '');
  }
  if (found.length > PLAN_LIMITS.blocks)
    say(`At most ${PLAN_LIMITS.blocks} blocks can be named; the rest was left out.`);
  block.of = found.slice(0, PLAN_LIMITS.blocks);
}

function readBlockSetting(setting: string, block: DraftBlock): boolean {
  const clean = setting.toLowerCase().replace(/\s+/g, ' ');
  const rounds = /^(\d{1,3}) rounds?$/.exec(clean) ?? /^rounds?:? (\d{1,3})$/.exec(clean);
  if (rounds !== null) {
    const count = Number(rounds[1]);
    if (count < 1 || count > PLAN_LIMITS.rounds) return false;
    block.rounds = count;
    return true;
  }
  if (/^(untimed|by feel|about)$/.test(clean)) block.about = true;
  else if (/^(no last rest|without (the )?last rest)$/.test(clean)) block.keepLastRest = false;
  else if (/^(keep last rest|last rest)$/.test(clean)) block.keepLastRest = true;
  else if (/^(station by station|stations?)$/.test(clean)) block.order = 'station';
  else if (/^(in circuit|circuit order)$/.test(clean)) block.order = 'circuit';
  else {
    const field = keyAndValue(setting, ['round rest', 'block rest', 'sides']);
    if (field?.key === 'sides') {
      block.sides = readSides(field.value);
      return block.sides !== null;
    }
    const time = field === null ? null : readTime(field.value);
    if (time === null) return false;
    if (field?.key === 'round rest') block.roundRestUs = time;
    else block.blockRestUs = time;
  }
  return true;
}

function isKind(setting: string): boolean {
  const clean = setting.trim().toLowerCase().replace(/\s+/g, '-');
  return BLOCK_KINDS.some((kind) => kind === clean);
}

/**
 * A block's kind from a word; `whole`: the setting must be the kind itself, else a name such as `Warm-up one` will do.
 */
function kindOf(text: string, whole: boolean): BlockKind | null {
  const clean = text.trim().toLowerCase().replace(/\s+/g, '-');
  const exact = BLOCK_KINDS.find((kind) => kind === clean);
  if (exact !== undefined) return exact;
  const plain = keyAndValue(text, BLOCK_KINDS.filter(isPlainBlock));
  if (plain !== null && whole && (plain.key === 'preview' || plain.key === 'repeat')) return plain.key;
  const length = plain?.value ?? '';
  if (plain !== null && (readTime(length) ?? readRange(length) ?? readAbout(length)) !== null)
    return plain.key as BlockKind;
  if (whole) return null;
  if (/warm.?up/.test(clean)) return 'warm-up';
  if (/cool.?down/.test(clean)) return 'cool-down';
  if (/stretch|holds?$/.test(clean)) return 'hold';
  if (/water|drink/.test(clean)) return 'water';
  if (/^(welcome|intro|talk|goodbye|farewell|outro|closing)/.test(clean)) return 'talk';
  return null;
}
