import { INSTEADS, type Instead, type Move } from '../../core/plan/plan.ts';
import { PLAN_LIMITS } from '../../core/plan/plan-limits.ts';
import { LOADS, type TakeUp, type Version } from '../../core/plan/levels.ts';
import { ZERO, fromSeconds } from '../../core/time/micros.ts';
import { escapeField, readTime, splitField, unescapeField, writeExact } from './outline-fields.ts';
import { readRoundSpan, writeSpan } from './outline-rounds.ts';
import type { Say } from '../problem.ts';

/** Taking up a prop where the outline does not say how long: 5 s (common practice). */
const TAKE_UP_US = fromSeconds(5);

/** What a field says of a move; what of it was said before is joined where it is one thing in several fields. */
type Said = Partial<Pick<Move, 'also' | 'by' | 'load' | 'place' | 'takeUp' | 'inRounds' | 'noLevels' | 'noNeeds'>> & {
  readonly easier?: string;
  readonly harder?: string;
  readonly easierAs?: Version;
  readonly harderAs?: Version;
};

/**
 * What is said seldom of a move: `also: overhead press`, `by Bo`, `load light`, `place: above the knees`, `take up ball
 * in 8 counts`, `rounds 2-3`, `no levels`, `needs: none`, and of its versions `easier by Bo: hands on hips`, `easier
 * stops at 0:30`, `harder when tired`. Null where it is none of these.
 */
export function readExtra(raw: string, say: Say): Said | null {
  const text = raw.trim();
  const clean = text.toLowerCase().replace(/\s+/g, ' ');
  const after = (pattern: RegExp): string | null => {
    const found = unescapeField(pattern.exec(text)?.[1] ?? '');
    if (found.length > PLAN_LIMITS.shortText)
      say(`“${found.slice(0, 30)}…” is longer than ${PLAN_LIMITS.shortText} letters; it was cut.`);
    return found === '' ? null : found.slice(0, PLAN_LIMITS.shortText).toWellFormed().trim();
  };
  if (/^no (levels|options|versions)$/.test(clean)) return { noLevels: true };
  if (/^(needs:? ?(none|nothing)|no props?|no equipment)$/.test(clean)) return { noNeeds: true };
  const inRounds = readRoundSpan(clean);
  if (inRounds !== null) return { inRounds };
  const load = LOADS.find((l) => clean === `load ${l}` || clean === `load: ${l}`);
  if (load !== undefined) return { load };
  const also = /^also\s*:\s*(.+)$/i.exec(text);
  if (also !== null) return { also: namesOf(also[1] ?? '', say) };
  const by = readLeader(text);
  if (by !== null) return { by };
  const place = after(/^place\s*:?\s*(.+)$/i);
  if (place !== null) return { place };
  const takeUp = readTakeUp(text, say);
  if (takeUp !== null) return { takeUp };
  return readVersion(text, clean);
}

function namesOf(text: string, say: Say): string[] {
  const all = splitField(text, ',')
    .map((n) => unescapeField(n).slice(0, PLAN_LIMITS.shortText).toWellFormed().trim())
    .filter((n) => n !== '');
  if (all.length > PLAN_LIMITS.also) say(`A move has at most ${PLAN_LIMITS.also} other names; the rest was left out.`);
  return all.slice(0, PLAN_LIMITS.also);
}

/** `take up ball in 8 counts`, `take up ball in 0:06`, `take up ball`. */
function readTakeUp(text: string, say: Say): TakeUp | null {
  const match = /^(?:take|pick) up (.+?)(?:\s+in\s+(?:(\d{1,3}) counts|([\d:.]+s?)))?$/i.exec(text);
  const prop = unescapeField(match?.[1] ?? '');
  if (match === null || prop === '' || prop.length > PLAN_LIMITS.shortText) return null;
  if (match[2] !== undefined) return Number(match[2]) < 1 ? null : { prop, counts: Number(match[2]), lengthUs: ZERO };
  const lengthUs = match[3] === undefined ? TAKE_UP_US : readTime(match[3]);
  if (match[3] === undefined) say(`Nothing says how long it takes to take up ${prop}; 5 s were taken.`, 'note');
  return lengthUs === null ? null : { prop, counts: null, lengthUs };
}

/** `by Bo`, `led by Bo`, `by: bo`. A bare name begins with a capital: `by round` is about sides. */
export function readLeader(text: string): string | null {
  const match = /^(?:led )?by(?:\s*:\s*(.+)|\s+(.+))$/i.exec(text.trim());
  const name = unescapeField(match?.[1] ?? match?.[2] ?? '');
  if (name === '' || name.length > PLAN_LIMITS.shortText) return null;
  return match?.[1] !== undefined || /^\p{Lu}/u.test(name) ? name : null;
}

export function writeLeader(by: string): string {
  return `by${/^\p{Lu}/u.test(by) ? '' : ':'} ${escapeField(by)}`;
}

/** `easier by Bo: hands on hips`, `easier stops at 0:30`, `harder when tired`, `easier each round`. */
function readVersion(text: string, clean: string): Said | null {
  const version = (which: string | undefined, as: Version, line?: string): Said =>
    which?.toLowerCase() === 'easier'
      ? { easierAs: as, ...(line === undefined ? {} : { easier: line }) }
      : { harderAs: as, ...(line === undefined ? {} : { harder: line }) };
  const [first = '', ...line] = splitField(text, ':');
  const lead = /^(easier|harder) (.+)$/i.exec(first);
  // `easier by: bo: hands on hips` has the name behind its own colon.
  const bare = /^by$/i.test(lead?.[2]?.trim() ?? '');
  const who = lead === null ? null : readLeader(bare ? `by: ${line.shift() ?? ''}` : (lead[2] ?? ''));
  if (lead !== null && who !== null)
    return version(lead[1], { by: who }, line.length === 0 ? undefined : unescapeField(line.join(':')));
  const stop = /^(easier|harder) (?:stops|rests) at (\S+)$/.exec(clean);
  const stopUs = readTime(stop?.[2] ?? '');
  if (stop !== null) return stopUs === null ? null : version(stop[1], { stopUs });
  const when = /^(easier|harder) (each round|every round|when tired)$/.exec(clean);
  return when === null ? null : version(when[1], { when: when[2] === 'when tired' ? 'when tired' : 'each round' });
}

/** `talk 0:20`, `water 0:30`, `set-up 15`: what stands in the place of a move; null where it is none. */
export function readInstead(text: string): { readonly instead: Instead; readonly workUs: Move['workUs'] } | null {
  const match = /^\s*(talk|set-up|set up|water)\s*:?\s+([\d:.]+[hms]?)\s*$/i.exec(text);
  const workUs = readTime(match?.[2] ?? '');
  const instead = INSTEADS.find((i) => i === match?.[1]?.toLowerCase().replace(' ', '-'));
  return instead === undefined || workUs === null ? null : { instead, workUs };
}

/** The fields of a move that readExtra and readInstead read back. */
export function writeExtras(move: Move): string[] {
  const { also, by, load, place, takeUp, inRounds, instead, workUs } = move;
  const version = (which: 'easier' | 'harder', as: Version | undefined) => [
    ...(as?.by === undefined ? [] : [`${which} ${writeLeader(as.by)}`]),
    ...(as?.stopUs === undefined ? [] : [`${which} stops at ${writeExact(as.stopUs)}`]),
    ...(as?.when === undefined ? [] : [`${which} ${as.when}`]),
  ];
  return [
    ...(instead === undefined ? [] : [`${instead} ${writeExact(workUs ?? ZERO)}`]),
    ...(also === undefined ? [] : [`also: ${also.map(escapeField).join(', ')}`]),
    ...(by === undefined ? [] : [writeLeader(by)]),
    ...(load === undefined ? [] : [`load ${load}`]),
    ...(place === undefined ? [] : [`place: ${escapeField(place)}`]),
    ...(takeUp === undefined
      ? []
      : [
          `take up ${escapeField(takeUp.prop)} ` +
            `in ${takeUp.counts === null ? writeExact(takeUp.lengthUs) : `${takeUp.counts} counts`}`,
        ]),
    ...(inRounds === undefined
      ? []
      : [inRounds.from === inRounds.to ? `round ${inRounds.from} only` : `rounds ${writeSpan(inRounds)}`]),
    ...(move.noNeeds === true ? ['needs: none'] : []),
    ...(move.noLevels === true ? ['no levels'] : []),
    ...version('easier', move.easierAs),
    ...version('harder', move.harderAs),
  ];
}
