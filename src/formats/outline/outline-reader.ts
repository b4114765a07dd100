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
import { keyAndValue, readCueing, readSides, readTime, splitField, unescapeField } from './outline-fields.ts';
import { readAbout, readRange } from './outline-dose.ts';
import { type Say, readMoveLine } from './outline-move.ts';
import { readScheme } from './outline-scheme.ts';

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
  const references: { readonly block: DraftBlock; readonly line: number }[] = [];
  let block: DraftBlock | null = null;
  let moves = 0;
  for (const [index, raw] of linesOf(text).entries()) {
    const [line, number] = [raw.trim(), index + 1];
    if (line === '' || line.startsWith('//')) continue;
    if (line.startsWith('## ')) {
      block = readBlockLine(line.slice(3), plan.blocks.length + 1, sayAt(number));
      if (block.of !== undefined) references.push({ block, line: number });
      if (plan.blocks.length < PLAN_LIMITS.blocks) plan.blocks.push(block);
      else say(number, `A plan has at most ${PLAN_LIMITS.blocks} blocks; this one was left out.`, 'too-many');
    } else if (line.startsWith('# ')) {
      plan.title = unescapeField(line.slice(2));
    } else if (/^[-*•]\s/.test(line)) {
      if (block === null) {
        block = newBlock('b1', 'circuit', 'Circuit') as DraftBlock;
        block.moves = [];
        plan.blocks.push(block);
      }
      if (isPlainBlock(block.kind))
        say(number, `“${block.name}” is ${block.kind}; it holds no moves.`, 'no-moves-here');
      else if (++moves > PLAN_LIMITS.moves || block.moves.length >= PLAN_LIMITS.movesInBlock) {
        const limit =
          moves > PLAN_LIMITS.moves
            ? `A plan has at most ${PLAN_LIMITS.moves}`
            : `A block has at most ${PLAN_LIMITS.movesInBlock}`;
        if (!problems.some((p) => p.code === 'too-many'))
          say(number, `${limit} moves; the rest was left out.`, 'too-many');
      } else
        for (const [text, times] of [timesOf(line.slice(1))])
          for (let n = 0; n < times; n++)
            block.moves.push(readMoveLine(text, `${block.id}m${block.moves.length + 1}`, sayAt(number)));
    } else if (block === null) readHead(line, plan, (message) => say(number, message));
    else say(number, `“${line.slice(0, 60)}” is neither a block (## …) nor a move (- …).`);
  }
  for (const { block: from, line } of references) resolveBlocks(from, plan.blocks, sayAt(line));
  if (plan.blocks.length === 0) say(0, 'No block was found. A block begins with ## and its name.', 'no-blocks');
  else if (moves === 0 && plan.blocks.some((b) => !isPlainBlock(b.kind)))
    say(0, 'The plan has no moves. A move is a line that begins with “- ”.', 'no-moves');
  return { value: plan, problems };
}

function readHead(line: string, plan: Mutable<Omit<Plan, 'blocks'>>, say: (message: string) => void): void {
  const field = keyAndValue(line, ['instructor', 'cueing', 'sides', 'tempo']);
  if (field === null)
    return say(`“${line.slice(0, 60)}” is not a setting of the class; instructor, cueing, sides and tempo are.`);
  if (field.key === 'instructor') plan.instructor = unescapeField(field.value);
  else if (field.key === 'tempo') {
    const bpm = Number(field.value.replace(/ ?bpm$/i, ''));
    if (bpm >= 30 && bpm <= 300) plan.milliBpm = Math.round(bpm * 1000);
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

function readBlockLine(text: string, number: number, say: Say): DraftBlock {
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
  for (const setting of settings) {
    if (isKind(setting)) continue;
    const again = /^(preview|repeat)(?: of)?:? (.+)$/i.exec(setting);
    if (again !== null && again[1]?.toLowerCase() === kind) {
      const [names, length] = lengthAtEnd(again[2] ?? '');
      block.of = names.split(/\s*(?:\+|&| and )\s*/).map(unescapeField);
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
  if ((kind === 'preview' || kind === 'repeat') && block.of === undefined) block.of = [];
  return block;
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

/** Puts the ids of the named blocks in the place of their names; a name that no block has is said. */
function resolveBlocks(block: DraftBlock, all: readonly DraftBlock[], say: Say): void {
  block.of = (block.of ?? []).flatMap((name) => {
    const found = all.find((b) => b !== block && b.name.toLowerCase() === name.toLowerCase());
    if (found === undefined) say(`No block is called “${name}”.`);
    return found === undefined ? [] : [found.id];
  });
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

/** A block's kind from a word; `whole`: the setting must be the kind itself, else a name such as `Warm-up one` will do. */
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
