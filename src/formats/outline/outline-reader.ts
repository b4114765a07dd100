import { type Plan, isPlainBlock } from '../../core/plan/plan.ts';
import { PLAN_LIMITS } from '../../core/plan/plan-limits.ts';
import { newBlock } from '../../core/plan/new-plan.ts';
import { type ReadProblem, type ReadResult, type Say, linesOf, refuseText } from '../problem.ts';
import { keepableText } from '../keepable.ts';
import { type DraftBlock, readBlockLine } from './outline-block.ts';
import { keyAndValue, readCueing, readSides, unescapeField } from './outline-fields.ts';
import { type MadeOfLater, resolveMadeOf } from './outline-made-of.ts';
import { readLanguage } from './outline-language.ts';
import { readPresenters } from './outline-presenters.ts';
import { readMoveLine } from './outline-move.ts';
import { type Reference, resolveBlocks } from './outline-references.ts';
import { paceOf } from './outline-scheme.ts';
import { readTempo } from './outline-fields.ts';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

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
  const later: MadeOfLater[] = [];
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
      if (read.musicStarts && plan.blocks.length === 0)
        say(number, `No block stands before “${block.name}” that could be without music.`);
      if (read.musicStarts) for (const before of plan.blocks) before.noMusic = true;
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
        let madeOf: string | null = null;
        const move = readMoveLine(text, '', sayAt(number), {
          pace: paceOf(block.scheme),
          blocks: plan.blocks,
          later: (name) => void (madeOf = name),
        });
        const from = block.moves.length;
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
        if (madeOf !== null) later.push({ block, from, to: block.moves.length, name: madeOf, say: sayAt(number) });
      }
    } else if (block === null) readHead(line, plan, (message) => say(number, message));
    else say(number, `“${line.slice(0, 60)}” is neither a block (## …) nor a move (- …).`);
  }
  for (const reference of references) resolveBlocks(reference, plan.blocks);
  for (const made of later) resolveMadeOf(made, plan.blocks);
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
  const field = keyAndValue(line, ['instructor', 'with', 'language', 'cueing', 'sides', 'tempo']);
  if (field === null)
    return say(
      `“${line.slice(0, 60)}” is not a setting of the class; instructor, with, language, cueing, sides and tempo are.`,
    );
  if (field.key === 'instructor') {
    if (plan.instructor !== '') say(`The class has two instructors; “${field.value}” was taken.`);
    plan.instructor = unescapeField(field.value);
  } else if (field.key === 'with') {
    plan.presenters = readPresenters(field.value, say);
  } else if (field.key === 'language') {
    const language = readLanguage(field.value);
    if (language !== null) plan.language = language;
    else say(`The language of a class is English, Deutsch or other, not “${field.value}”.`);
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

/** `Squat x 2` to the move and how often it stands there. */
function timesOf(text: string): readonly [text: string, times: number] {
  const match = /^([^|]*?)\s+[x×]\s?(\d{1,2})\s*(\|.*)?$/.exec(text);
  const times = Number(match?.[2] ?? 1);
  return match === null || times < 1 ? [text, 1] : [`${match[1]} ${match[3] ?? ''}`, times];
}
