import { BLOCK_KINDS, type Block, type BlockKind, type Move, isPlainBlock } from '../../core/plan/plan.ts';
import { PLAN_LIMITS } from '../../core/plan/plan-limits.ts';
import { defaultScheme, newBlock } from '../../core/plan/new-plan.ts';
import { type Length, ZERO } from '../../core/time/micros.ts';
import type { Say } from '../problem.ts';
import { readAbout, readRange } from './outline-dose.ts';
import { keyAndValue, readSides, readTime, splitField, unescapeField } from './outline-fields.ts';
import { readLeader } from './outline-extras.ts';
import { readAtHome } from './outline-rounds.ts';
import { readScheme } from './outline-scheme.ts';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };
/** A block that is still being read. */
export type DraftBlock = Mutable<Omit<Block, 'moves'>> & { moves: Move[] };

/** A block's line without its `## `, and the names of the blocks that it shows or repeats. */
export function readBlockLine(
  text: string,
  number: number,
  say: Say,
): { readonly block: DraftBlock; readonly names: string | null; readonly musicStarts: boolean } {
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
  let musicStarts = false;
  let names: string | null = null;
  for (const setting of settings) {
    if (isKind(setting)) continue;
    if (/^music (?:starts|begins|from)(?: here| now)?$/i.test(setting)) {
      musicStarts = true;
      continue;
    }
    if (kind === 'part' && /^break(\s|$)/i.test(setting)) {
      const lengthUs = readTime(setting.replace(/^break\s*/i, ''));
      if (lengthUs === null && !/^break$/i.test(setting)) say(`“${setting}” is not a length; write “break 5:00”.`);
      block.scheme = { kind: 'plain', lengthUs: lengthUs ?? ZERO };
      timed = true;
      continue;
    }
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
    const flow = /^(flow \S+) change (\S+)$/i.exec(setting);
    const flowChange = flow === null ? null : readTime(flow[2] ?? '');
    if (flowChange !== null) block.changeUs = flowChange;
    const scheme = readScheme(plain ? bare : flowChange === null ? setting : (flow?.[1] ?? ''), plain);
    if (scheme !== null && (scheme.kind === 'plain') === plain) {
      if (timed) say(`“${name}” is timed twice; “${setting}” was taken.`);
      block.scheme = scheme;
      timed = true;
    } else if (!readBlockSetting(setting, block)) say(`“${setting}” is not a setting of a block.`);
  }
  if (!timed) block.scheme = defaultScheme(kind);
  if (kind === 'preview' || kind === 'repeat') block.of = [];
  return { block, names, musicStarts };
}

/** `about 0:30` of `talk about 0:30`. */
function bareLength(setting: string): string {
  return keyAndValue(setting, BLOCK_KINDS.filter(isPlainBlock))?.value ?? setting;
}

/** `Main 0:22` to the name and its length; null: there is none. */
function lengthAtEnd(text: string): readonly [name: string, length: Length | null] {
  const match = /^(.*\S)\s+([\d:.]+s?)$/.exec(text.trim());
  const length = match === null ? null : readTime(match[2] ?? '');
  return length === null ? [text.trim(), null] : [match?.[1] ?? '', length];
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
  const atHome = readAtHome(clean);
  if (atHome !== null) block.atHome = atHome;
  else if (/^(untimed|by feel|about)$/.test(clean)) block.about = true;
  else if (/^no (levels|options|versions)$/.test(clean)) block.noLevels = true;
  else if (/^(no music|without music|silent)$/.test(clean)) block.noMusic = true;
  else if (/^(no last rest|without (the )?last rest)$/.test(clean)) block.keepLastRest = false;
  else if (/^(keep last rest|last rest)$/.test(clean)) block.keepLastRest = true;
  else if (/^(station by station|stations?)$/.test(clean)) block.order = 'station';
  else if (/^(in circuit|circuit order)$/.test(clean)) block.order = 'circuit';
  else if (!readClock(clean, block) && !readNamed(setting, block)) {
    const field = keyAndValue(setting, ['new move rest', 'round rest', 'block rest', 'change', 'sides']);
    if (field?.key === 'sides') {
      block.sides = readSides(field.value);
      return block.sides !== null;
    }
    const time = field === null ? null : readTime(field.value);
    if (time === null) return false;
    if (field?.key === 'new move rest') block.newRestUs = time;
    else if (field?.key === 'change') block.changeUs = time;
    else if (field?.key === 'round rest') block.roundRestUs = time;
    else block.blockRestUs = time;
  }
  return true;
}

/** `timer`, `timer lead-in 5`, `lead-in 5`, `by hand`: what counts the time. */
function readClock(clean: string, block: DraftBlock): boolean {
  if (/^(by hand|hand timer|clock by hand|timed by hand)$/.test(clean)) {
    block.clock = 'hand';
    return true;
  }
  const match = /^(machine timer|timer)?(?:(?:^| )(?:with )?lead-?in:? ([\d:.]+s?))?$/.exec(clean);
  if (match === null || clean === '') return false;
  const leadInUs = match[2] === undefined ? null : readTime(match[2]);
  if (match[2] !== undefined && leadInUs === null) return false;
  if (match[1] !== undefined) block.clock = 'timer';
  if (leadInUs !== null) block.leadInUs = leadInUs;
  return true;
}

/** `by Bo`: who leads; `filler March`: what fills a phrase up. */
function readNamed(setting: string, block: DraftBlock): boolean {
  const by = readLeader(setting);
  const match = /^(?:filler|fill with)(?:\s*:\s*|\s+)(.+)$/i.exec(setting.trim());
  const filler = unescapeField(match?.[1] ?? '');
  if (by !== null) block.by = by;
  else if (filler !== '' && filler.length <= PLAN_LIMITS.shortText) block.filler = filler;
  else return false;
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
  if (whole && /^break(-|$)/.test(clean)) return 'part';
  if (exact !== undefined) return exact;
  const plain = keyAndValue(text, BLOCK_KINDS.filter(isPlainBlock));
  if (plain !== null && whole && (plain.key === 'preview' || plain.key === 'repeat')) return plain.key;
  const length = plain?.value ?? '';
  // In a name, `Part 1` is the first part, not one of a second.
  const numbered = !whole && /^\d+$/.test(length);
  if (plain !== null && !numbered && (readTime(length) ?? readRange(length) ?? readAbout(length)) !== null)
    return plain.key as BlockKind;
  if (whole) return null;
  if (/warm.?up/.test(clean)) return 'warm-up';
  if (/cool.?down/.test(clean)) return 'cool-down';
  if (/stretch|holds?$/.test(clean)) return 'hold';
  if (/water|drink/.test(clean)) return 'water';
  if (/^(welcome|intro|talk|goodbye|farewell|outro|closing)/.test(clean)) return 'talk';
  return null;
}
