import { pattern } from '../pattern.ts';
import { LYING_ON, SIDE_PAST } from './claim-patterns.ts';
import type { Reading } from '../claim-reading.ts';
import type { SaidWord } from '../said-word.ts';

const word = (tokens: readonly SaidWord[], i: number) => tokens[i]?.norm ?? '';

const MOVES_SIDEWAYS = pattern('')`
  ^(look|looking|turn|turning|reach|reaching|lean|leaning|step|stepping|twist|twisting|roll|rolling|tilt|shift|slide|
  hop|swing|tap|bend|rotate|rock|point|kick|drive)$
`;
/** A thing is put down on one's right. */
const PUTS_THERE = /^(?:put|place|leave|drop|set|park)$/;
const BODY = pattern('')`
  ^(knee|knees|foot|feet|leg|legs|hand|hands|arm|arms|weight|elbow|hip|hips|heel|shoulder|toe|toes|stick|crate|eyes|
  head)$
`;

/** After a side, these words make it a place or a part of the body. */
const NO_SIDE_AFTER = pattern('')`
  ^(now|away|here|there|back|in|on|after|before|hand|arm|leg|foot|knee|elbow|shoulder|hip|over|through|up|down)$
`;

/** `left side`, `on the right`, `right side next`; never `ten seconds left`, `all right`, `right now`. */
export function readSide(tokens: readonly SaidWord[], i: number, named: boolean): Reading | null {
  const at = (k: number) => word(tokens, i + k);
  const side = at(0);
  if (side !== 'left' && side !== 'right') return null;
  const parts = /^(leg|calf|arm|hip|glute|hamstring|quad|thigh)$/.test(at(1)) && /^(first|now|next|again)$/.test(at(2));
  const upTo = tokens.slice(Math.max(0, i - 6), i + 1).map((t) => t.norm);
  if (LYING_ON.test(upTo.join(' '))) return null;
  const after = tokens.slice(i + 1, i + 5).map((t) => t.norm);
  if (SIDE_PAST.before.test(upTo.slice(0, -1).join(' ')) || SIDE_PAST.after.test(after.join(' '))) return null;
  const next =
    tokens.some((t) => t.norm === 'next') ||
    tokens.slice(Math.max(0, i - 6), i).some((t) => /^(switch|change|swap|then|ready)$/.test(t.norm));
  const body = { type: 'side', side, next } as const;
  if (parts && !tokens.slice(0, i).some((t) => MOVES_SIDEWAYS.test(t.norm))) return { body, length: 3 };
  if (at(1) === 'side' || at(1) === 'sides') {
    if (
      /^(of|to|by|effects?|note|body)$/.test(at(2)) ||
      /^(look|turn|reach|lean|step|twist|roll)$/.test(at(-2)) ||
      /^(look|turn|reach|lean|step|twist|roll)$/.test(at(-3)) ||
      at(-1) === 'and' ||
      at(-1) === 'or'
    )
      return null;
    return { body, length: 2 };
  }
  // `on our left here`, `calf stretch on the right`, `switch over to your right`: the side stands last or nearly so.
  const of = /^(the|our|your|my)$/.test(at(-1)) ? at(-2) : '';
  const moving = tokens.slice(0, i).some((t) => MOVES_SIDEWAYS.test(t.norm) || PUTS_THERE.test(t.norm));
  const turned =
    /^(on|with|for)$/.test(of) ||
    (of === 'to' &&
      tokens.slice(Math.max(0, i - 6), i).some((t) => /^(switch|switching|swap|change|changing|over)$/.test(t.norm)));
  if (
    turned &&
    !moving &&
    !BODY.test(at(-3)) &&
    (i === tokens.length - 1 ||
      (/^(here|now|first|this|again|then|okay|please|today|to|and)$/.test(at(1)) &&
        !(at(1) === 'and' && /^(left|right|the|then)$/.test(at(2))) &&
        !(at(1) === 'to' && !/^(start|begin|finish)$/.test(at(2)))))
  )
    return { body, length: 1 };
  // `half-kneeling press, left`: the side right after a move's name.
  if (
    named &&
    !NO_SIDE_AFTER.test(at(1)) &&
    !/^(all|thats|are|be|is|seconds?|one|two|three|four|five|six|seven|eight|ten|moves?|rounds?)$/.test(at(-1))
  )
    return { body, length: 1 };
  return null;
}

const POSITIONS: readonly { readonly words: RegExp; readonly positions: readonly string[] }[] = [
  {
    words: pattern('')`
      ^(?:(?:lie|lying|lay|roll|come|get|go|down|flat|over|back|stay|staying) )?(?:(?:all|down|back|flat|over|lying|
      right) ){0,3}(?:on|onto|to) (?:your|our) backs?\b
    `,
    positions: ['supine'],
  },
  {
    words: /^(?:on|onto) (?:your|our) (?:front|belly|stomach|tummy|fronts|bellies|stomachs|tummies)\b/,
    positions: ['prone'],
  },
  {
    words: pattern('')`
      ^(?:lie|lying|roll|come|get|go|flip|down|over) (?:(?:down|over|all) ){0,2}on(?:to)? (?:your|our) (?:left |
      right )?sides?\b
    `,
    positions: ['side-lying'],
  },
  { words: /^(?:on |onto |to |into )?(?:all fours|your hands and knees|hands and knees)\b/, positions: ['all fours'] },
  {
    words: pattern('')`
      ^(?:up )?(?:on|onto|to) your (?:feet)\b|^(?:stand|standing) (?:(?:back|all|right) )?(?:up|tall)\b(?! on)
      |^back (?:up )?on(?:to)? your feet\b|^(?:come )?(?:back |all the way )?(?:up )to stand(?:ing)?\b
      |^come to stand(?:ing)?\b|^back up to standing\b
    `,
    positions: ['standing'],
  },
  { words: /^(?:in|into|to) (?:a |your )?(?:high |forearm |straight.arm )?plank(?: position)?$/, positions: ['plank'] },
  { words: /^(?:on|onto|down to) (?:your|both) knees\b/, positions: ['kneeling', 'half-kneeling'] },
  { words: /^one knee down\b|^(?:left|right) knee (?:down|on the)\b/, positions: ['half-kneeling'] },
  {
    words: /^(?:sit|sitting|seated)(?: down)? on the (?:floor|mat)\b|^(?:come|down) to (?:a )?seat(?:ed)?\b/,
    positions: ['seated'],
  },
  {
    words: /^(?:down )?(?:to|on|onto) the (?:floor|mat|ground)\b/,
    positions: ['half-kneeling', 'kneeling', 'all fours', 'plank', 'prone', 'supine', 'side-lying', 'seated'],
  },
];

/** After these words `on the floor` is where a hand, a foot or a thing goes, not the body. */
const LAID_THERE = pattern('')`
  ^(feet?|hands?|heels?|toes?|knees?|foot|crate|towel|stick|weights?|head|eyes|look|puts?|place|drop|reach|touch|off|
  lower|elbows?|forearms?)$
`;

/** Where the body goes: `lie on your back`, `on all fours`, `down to the floor`. */
export function readPosition(tokens: readonly SaidWord[], i: number): Reading | null {
  const text = tokens
    .slice(i, i + 7)
    .map((t) => t.text.toLowerCase().replace(/[^a-z']/g, ''))
    .join(' ');
  if (/^(hard|easy|tough|good|bad|kind|gentle|strain|pressure|rough|heavy)$/.test(word(tokens, i - 1))) return null;
  if (
    LAID_THERE.test(word(tokens, i - 1)) ||
    /^(feet?|hands?|heels?|toes?|foot|crate|towel|stick|weights?|eyes|put|place|drop|reach|touch|tap)$/.test(
      word(tokens, i - 2),
    )
  )
    return null;
  for (const { words, positions } of POSITIONS) {
    const match = words.exec(text);
    if (match !== null) return { body: { type: 'position', positions }, length: match[0].trim().split(/\s+/).length };
  }
  return null;
}

/**
 * `no mat today`, `no equipment`, `you need a crate`, `grab your broomstick`. `items`: all equipment the program knows.
 */
export function readEquipment(tokens: readonly SaidWord[], i: number, items: readonly string[]): Reading | null {
  const at = (k: number) => word(tokens, i + k);
  const itemAt = (from: number): { item: string; length: number } | null => {
    let skip = /^(a|an|any|your|the|some|our|that|one|yourself)$/.test(at(from)) ? 1 : 0;
    if (skip === 1 && /^(a|an|any|your|the|some)$/.test(at(from + 1))) skip = 2;
    if (/^(set|pair|couple)$/.test(at(from + skip)) && at(from + skip + 1) === 'of') skip += 2;
    if (
      /^(resistance|light|heavy|small|old|sturdy|firm|wooden|yoga|exercise|long|short|big|rolled)$/.test(
        at(from + skip),
      ) &&
      !items.includes(`${at(from + skip)} ${at(from + skip + 1)}`)
    )
      skip += 1;
    const two = `${at(from + skip)} ${at(from + skip + 1)}`;
    const known =
      items.find((item) => item === two) ??
      items.find((item) => item === at(from + skip) || `${item}s` === at(from + skip));
    return known === undefined ? null : { item: known, length: from + skip + (known === two ? 2 : 1) };
  };
  if (at(0) === 'no' && (at(1) === 'equipment' || at(1) === 'props' || at(1) === 'kit') && at(2) !== 'but')
    return { body: { type: 'equipment', item: 'equipment', needed: false }, length: 2 };
  // `No weights for this one`: of one move alone.
  const ofThis = (k: number) =>
    /^(?:for|on|in|with)$/.test(at(k)) &&
    at(k + 1) === 'this' &&
    !/^(?:class|workout|session|block|round|part)$/.test(at(k + 2));
  const without = (item: string, length: number): Reading =>
    ofThis(length)
      ? { body: { type: 'equipment', item, needed: false, here: true }, length: length + 2 }
      : { body: { type: 'equipment', item, needed: false }, length };
  if (at(0) === 'no') {
    const found = itemAt(1);
    if (found !== null && /^(today|needed|required|necessary|for|on|this|in|)$/.test(at(found.length)))
      return without(found.item, found.length);
  }
  if ((at(0) === 'dont' || at(0) === 'wont' || at(0) === 'not') && at(1) === 'need') {
    const found = itemAt(2);
    if (found !== null) return without(found.item, found.length);
    return at(2) === 'any' && at(3) === 'equipment'
      ? { body: { type: 'equipment', item: 'equipment', needed: false }, length: 4 }
      : null;
  }
  // `we are not using a mat`, `without a crate today`.
  if (at(0) === 'not' && /^(using|use|needing)$/.test(at(1))) {
    const found = itemAt(2);
    if (found !== null) return without(found.item, found.length);
  }
  // `have a towel ready`, `make sure you have your crate handy`, `get yourself a mat`.
  if (at(0) === 'have' || (at(0) === 'get' && /^(a|an|your|yourself)$/.test(at(1)))) {
    const found = itemAt(1);
    const ready =
      found !== null &&
      (at(0) === 'get' || /^(ready|handy|nearby|close|near|beside|waiting|at|with|there|by)$/.test(at(found.length)));
    if (
      found !== null &&
      ready &&
      !/^(dont|not|wont|if|will|would)$/.test(at(-1)) &&
      !(at(-1) === 'you' && at(-2) === 'if')
    )
      return { body: { type: 'equipment', item: found.item, needed: true }, length: found.length };
  }
  if (at(0) === 'need' && at(1) === 'is' && (at(-2) === 'all' || at(-1) === 'all' || at(-3) === 'all')) {
    const found = itemAt(2);
    if (found !== null) return { body: { type: 'equipment', item: found.item, needed: true }, length: found.length };
  }
  const wanting = at(0) === 'want' && /^(youll|will)$/.test(at(-1));
  const going = at(-1) === 'to' && /^(going|want)$/.test(at(-2));
  const wants = wanting
    ? 1
    : at(0) === 'need' && (going || !/^(dont|wont|not|to)$/.test(at(-1)))
      ? 1
      : /^(grab|fetch|bring)$/.test(at(0))
        ? 1
        : at(0) === 'pick' && at(1) === 'up'
          ? 2
          : 0;
  if (wants === 0) return null;
  const found = itemAt(wants);
  return found === null ? null : { body: { type: 'equipment', item: found.item, needed: true }, length: found.length };
}
