import {
  BLOCK_KINDS,
  type Block,
  type BlockKind,
  type Move,
  PLAN_LIMITS,
  type Plan,
  type RoundChange,
  defaultScheme,
  isPlainBlock,
  newBlock,
  newMove,
} from '../../core/plan/plan.ts';
import { type ReadProblem, type ReadResult, linesOf, refuseText } from '../problem.ts';
import {
  keyAndValue,
  readCueing,
  readPosition,
  readSides,
  readTime,
  splitField,
  unescapeField,
} from './outline-fields.ts';
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
    problems.push({ code, line, message, severity: 'error' });
  let block: DraftBlock | null = null;
  let moves = 0;
  for (const [index, raw] of linesOf(text).entries()) {
    const [line, number] = [raw.trim(), index + 1];
    if (line === '' || line.startsWith('//')) continue;
    if (line.startsWith('## ')) {
      block = readBlockLine(line.slice(3), plan.blocks.length + 1, (message) => say(number, message));
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
        block.moves.push(
          readMoveLine(line.slice(1), `${block.id}m${block.moves.length + 1}`, (message) => say(number, message)),
        );
    } else if (block === null) readHead(line, plan, (message) => say(number, message));
    else say(number, `“${line.slice(0, 60)}” is neither a block (## …) nor a move (- …).`);
  }
  if (plan.blocks.length === 0) say(0, 'No block was found. A block begins with ## and its name.', 'no-blocks');
  else if (moves === 0 && plan.blocks.some((b) => !isPlainBlock(b.kind)))
    say(0, 'The plan has no moves. A move is a line that begins with “- ”.', 'no-moves');
  return { value: plan, problems };
}

function readHead(line: string, plan: Mutable<Omit<Plan, 'blocks'>>, say: (message: string) => void): void {
  const field = keyAndValue(line, ['instructor', 'cueing', 'sides']);
  if (field === null)
    return say(`“${line.slice(0, 60)}” is not a setting of the class; instructor, cueing and sides are.`);
  if (field.key === 'instructor') plan.instructor = unescapeField(field.value);
  else if (field.key === 'cueing') {
    const cueing = readCueing(field.value);
    if (cueing === null) say(`Cueing is “mirrored” or “own”, not “${field.value}”.`);
    else plan.cueing = cueing;
  } else {
    const sides = readSides(field.value);
    if (sides === null) say(`Sides are own, half, alternate, rounds or both, not “${field.value}”.`);
    else plan.sides = sides;
  }
}

function readBlockLine(text: string, number: number, say: (message: string) => void): DraftBlock {
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
    const bare = keyAndValue(setting, BLOCK_KINDS.filter(isPlainBlock))?.value ?? setting;
    const scheme = readScheme(plain ? bare : setting, plain);
    if (scheme !== null && (scheme.kind === 'plain') === plain) {
      if (timed) say(`“${name}” is timed twice; “${setting}” was taken.`);
      block.scheme = scheme;
      timed = true;
    } else if (!readBlockSetting(setting, block)) say(`“${setting}” is not a setting of a block.`);
  }
  if (!timed) block.scheme = defaultScheme(kind);
  return block;
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
  if (/^(no last rest|without (the )?last rest)$/.test(clean)) block.keepLastRest = false;
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
  if (plain !== null && readTime(plain.value) !== null) return plain.key as BlockKind;
  if (whole) return null;
  if (/warm.?up/.test(clean)) return 'warm-up';
  if (/cool.?down/.test(clean)) return 'cool-down';
  if (/stretch|holds?$/.test(clean)) return 'hold';
  if (/water|drink/.test(clean)) return 'water';
  if (/^(welcome|intro|talk|goodbye|farewell|outro|closing)/.test(clean)) return 'talk';
  return null;
}

const MOVE_KEYS = ['sides', 'needs', 'easier', 'harder', 'note', 'work', 'hold', 'rest', 'demo', 'from'] as const;

/** `from round 2: Jump squat`, `from round 2 work 30`, `from round 3 needs: crate, mat`; null where it is none of these. */
function readRoundChange(raw: string): RoundChange | null {
  const match = /^\s*from round (\d{1,3})(?:\s*:|\s+(work|needs)\b\s*:?)\s*(.*)$/i.exec(raw);
  if (match === null) return null;
  const fromRound = Number(match[1]);
  const [key, value] = [match[2]?.toLowerCase(), (match[3] ?? '').trim()];
  const empty = { fromRound, name: null, workUs: null, needs: null };
  if (fromRound < 2 || fromRound > PLAN_LIMITS.rounds) return null;
  if (key === undefined) return value === '' ? null : { ...empty, name: unescapeField(value) };
  if (key === 'needs')
    return {
      ...empty,
      needs: splitField(value, ',')
        .map(unescapeField)
        .filter((n) => n !== ''),
    };
  const workUs = readTime(value);
  return workUs === null ? null : { ...empty, workUs };
}

/** One entry a round: what is said of the same round in several fields stands in one. */
function withChange(changes: readonly RoundChange[], change: RoundChange): RoundChange[] {
  const was = changes.find((c) => c.fromRound === change.fromRound);
  const joined =
    was === undefined
      ? change
      : {
          fromRound: change.fromRound,
          name: change.name ?? was.name,
          workUs: change.workUs ?? was.workUs,
          needs: change.needs ?? was.needs,
        };
  return [...changes.filter((c) => c !== was), joined]
    .sort((a, b) => a.fromRound - b.fromRound)
    .slice(0, PLAN_LIMITS.changes);
}

function readMoveLine(text: string, id: string, say: (message: string) => void): Move {
  const [head, ...fields] = splitField(text, '|');
  const move: Mutable<Move> = { ...newMove(id, unescapeField(head ?? '') || 'Move without a name') };
  if (unescapeField(head ?? '') === '') say('This move has no name.');
  for (const raw of fields) {
    const field = keyAndValue(raw, MOVE_KEYS);
    const value = field?.value ?? '';
    const time = readTime(value);
    const bareSides = field === null ? readSides(raw) : null;
    const barePosition = field === null ? readPosition(raw) : null;
    const change = readRoundChange(raw);
    if (change !== null) move.changes = withChange(move.changes ?? [], change);
    else if (bareSides !== null) move.sides = bareSides;
    else if (barePosition !== null) move.position = barePosition;
    else if (field?.key === 'needs')
      move.needs = splitField(value, ',')
        .map(unescapeField)
        .filter((n) => n !== '');
    else if (field?.key === 'easier' || field?.key === 'harder' || field?.key === 'note')
      move[field.key] = unescapeField(value);
    else if (field?.key === 'sides' && readSides(value) !== null) move.sides = readSides(value);
    else if (field?.key === 'from' && readPosition(value) !== null) move.position = readPosition(value);
    else if ((field?.key === 'work' || field?.key === 'hold') && time !== null) move.workUs = time;
    else if (field?.key === 'rest' && time !== null) move.restUs = time;
    else if (field?.key === 'demo' && time !== null) move.demoUs = time;
    else if (raw.trim() !== '') say(`“${raw.trim()}” is not a setting of a move.`);
  }
  return move;
}
