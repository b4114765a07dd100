import { pattern } from '../language/pattern.ts';
import type { Effort } from './effort.ts';
import type { ExercisePosition, Muscle, Pattern } from './exercise.ts';

/** What a word in a move's name says of it. */
interface Movement {
  readonly words: RegExp;
  readonly pattern: Pattern;
  readonly position: ExercisePosition;
  readonly muscles: readonly Muscle[];
  readonly effort: Effort;
}

const row = (
  words: RegExp,
  [pattern, position]: readonly [Pattern, ExercisePosition],
  muscles: readonly Muscle[],
  effort: Effort = 'moderate',
): Movement => ({ words, pattern, position, muscles, effort });

/**
 * Movements by the words that name them (common practice), the particular before the general: the first that is found
 * names the part. Words are compared in lower case, without plural s and with spaces for hyphens.
 */
export const MOVEMENTS: readonly Movement[] = [
  // Poses and stretches that contain the name of something else.
  row(/\b(?:savasana|corpse|final rest|legs? up the wall)\b/, ['stretch', 'supine'], ['back'], 'stretch'),
  row(
    /\bhappy baby|knees? to chest|reclined|windshield|wiper|supine|lying hamstring|pelvic tilt/,
    ['stretch', 'supine'],
    ['hips', 'back'],
    'stretch',
  ),
  row(
    /\bdown(?:ward)? ?(?:facing )?dog|three legged dog|down dog\b/,
    ['stretch', 'all fours'],
    ['hamstrings', 'calves'],
    'stretch',
  ),
  row(
    /\bpuppy|child|thread the needle|cat cow|cat and cow\b/,
    ['stretch', 'all fours'],
    ['back', 'shoulders'],
    'stretch',
  ),
  row(/\bcobra|sphinx|locust|bow pose\b/, ['stretch', 'prone'], ['back', 'chest'], 'stretch'),
  row(/\bcamel|hero pose|kneeling lean/, ['stretch', 'kneeling'], ['quads', 'chest'], 'stretch'),
  row(
    /\blizard|low lunge|crescent|runners? lunge stretch|hip flexor|half kneeling/,
    ['stretch', 'half-kneeling'],
    ['hips'],
    'stretch',
  ),
  row(
    /\bpigeon|straddle|butterfly|easy pose|90 90|z sit|lotus|staff pose\b/,
    ['stretch', 'seated'],
    ['hips', 'glutes'],
    'stretch',
  ),
  row(/\bwarrior|triangle|goddess|side angle\b/, ['balance', 'standing'], ['quads', 'hips'], 'light'),
  row(
    /\btree|eagle|dancer|balance|heel to toe|single leg reach|single leg stand|clock reach\b/,
    ['balance', 'standing'],
    ['hips', 'calves'],
    'light',
  ),
  row(/\bchair pose\b/, ['squat', 'standing'], ['quads'], 'moderate'),
  row(
    /\bmountain pose|half lift|tai chi|roll down|forward (?:fold|bend)|wide leg(?:ged)? (?:fold|forward)/,
    ['stretch', 'standing'],
    ['hamstrings', 'back'],
    'stretch',
  ),
  row(/\bboat|v sit\b/, ['brace', 'seated'], ['core'], 'moderate'),
  // The floor.
  row(/\bbridge|hip thrust|frog pump|hamstring walk ?out|hip raise\b/, ['hinge', 'supine'], ['glutes', 'hamstrings']),
  row(
    /\bclam(?:shell)?|side lying|inner thigh lift|open book|copenhagen|side kick\b/,
    ['balance', 'side-lying'],
    ['glutes', 'hips'],
    'light',
  ),
  row(/\bside plank\b/, ['brace', 'side-lying'], ['obliques', 'core']),
  row(
    /\bbird ?dog|donkey kick|fire hydrant|hydrant|quadruped|tail wag|rainbow|bear (?:hold|plank|crawl)|bear\b/,
    ['brace', 'all fours'],
    ['core', 'glutes'],
  ),
  row(/\bmountain climber|climber\b/, ['march', 'plank'], ['core', 'heart'], 'circuit'),
  row(/\bchaturanga\b/, ['push', 'plank'], ['chest', 'arms']),
  row(
    pattern('')`
      \bdead ?bug|crunch|sit up|v up|jackknife|hundred|hollow|flutter|scissor|leg (?:raise|lower|stretch)|roll up
      |toe touch|heel touch|bicycle|toes? tap supine|curl up|teaser\b
    `,
    ['brace', 'supine'],
    ['core'],
  ),
  row(/\bsuperman|swimmer|prone|back extension\b/, ['brace', 'prone'], ['back', 'glutes'], 'light'),
  row(
    /\bskull|floor press|dumbbell fly|chest fly|pull ?over|bench press|chest press\b/,
    ['push', 'supine'],
    ['chest', 'arms'],
    'resistance',
  ),
  row(/\brussian|seated|boxer twist\b/, ['rotate', 'seated'], ['core', 'obliques']),
  row(/\btricep dip|triceps? dip|dip on (?:a|the) chair|bench dip\b/, ['push', 'seated'], ['arms']),
  row(/\btall kneeling|kneeling\b/, ['brace', 'kneeling'], ['core', 'glutes']),
  row(/\bpush ?up|press ?up\b/, ['push', 'plank'], ['chest', 'arms', 'core']),
  row(/\bplank|renegade|commando|donkey hop|frog jump in plank\b/, ['brace', 'plank'], ['core', 'shoulders']),
  row(/\bburpee|squat thrust|sprawl\b/, ['jump', 'standing'], ['heart', 'quads', 'chest'], 'vigorous'),
  row(/\binchworm|walk ?outs?\b/, ['brace', 'standing'], ['core', 'shoulders']),
  // Strength on the feet.
  row(/\bstretch\b/, ['stretch', 'standing'], ['hips'], 'stretch'),
  row(
    /\b(?:squat|jump(?:ing)?|plyo|box|tuck|broad|star|180) ?jump|jumping|pogo|hop|bound|double under|leap\b/,
    ['jump', 'standing'],
    ['quads', 'calves', 'heart'],
    'vigorous',
  ),
  row(/\bjump ?rope|skipping|power skip|skip\b/, ['jump', 'standing'], ['calves', 'heart'], 'vigorous'),
  row(/\bjack\b/, ['jump', 'standing'], ['heart', 'quads'], 'vigorous'),
  row(/\bskater\b/, ['jump', 'standing'], ['heart', 'glutes'], 'vigorous'),
  row(
    /\b(?:high knee|run|running|jog|sprint|butt kick|fast feet)\b/,
    ['march', 'standing'],
    ['heart', 'quads'],
    'vigorous',
  ),
  row(/\b(?:split squat|lunge|cossack|curts[ey]+y?)\b/, ['lunge', 'standing'], ['quads', 'glutes']),
  row(/\b(?:squat|pli[eé]|wall sit|sit to stand|thruster)\b/, ['squat', 'standing'], ['quads', 'glutes']),
  row(
    /\b(?:deadlift|dead lift|rdl|hinge|good morning|swing(?=s?$))\b/,
    ['hinge', 'standing'],
    ['hamstrings', 'glutes', 'back'],
    'resistance',
  ),
  row(/\b(?:carry|farmer|suitcase|overhead walk)\b/, ['carry', 'standing'], ['core', 'arms'], 'resistance'),
  row(
    /\b(?:chop|windmill|halo|around the world|twist|rotation|pallof|open the gate|woodchopper)\b/,
    ['rotate', 'standing'],
    ['obliques', 'core'],
    'light',
  ),
  row(
    /\b(?:row|pull ?apart|pull ?down|pull|reverse fly|rear fly|shrug|face pull)\b/,
    ['pull', 'standing'],
    ['back', 'arms'],
    'resistance',
  ),
  row(/\b(?:curl)\b/, ['pull', 'standing'], ['arms'], 'resistance'),
  row(
    /\b(?:press|raise|extension|kickback|fly|punch out)\b/,
    ['push', 'standing'],
    ['shoulders', 'arms'],
    'resistance',
  ),
  row(
    /\b(?:abduction|leg lift|leg curl|leg raise|calf|heel raise|toe raise)\b/,
    ['balance', 'standing'],
    ['hips', 'calves'],
    'light',
  ),
  // Cardio on the feet, landing lightly.
  row(
    pattern('')`
      \b(?:march|marching|knee (?:lift|drive|repeater|strike|tuck|up)|repeater|knee|toy soldier|walk|walking|speed walk|
      power walk)\b
    `,
    ['march', 'standing'],
    ['heart', 'hips'],
    'low-impact',
  ),
  row(
    /\b(?:jab|cross|hook|upper ?cut|punch|boxer|boxing|bob|weave|duck|speed bag|kick|roundhouse|shuffle)\b/,
    ['march', 'standing'],
    ['heart', 'shoulders'],
    'low-impact',
  ),
  row(
    /\b(?:step|touch|tap|grapevine|mambo|cha|charleston|pony|pivot|over the top|heel dig|dig|v step|box step|basic)\b/,
    ['step', 'standing'],
    ['heart', 'hips'],
    'low-impact',
  ),
  // What is left is loosening.
  row(
    /\b(?:circle|roll|swing|opener|rock|loosen|reach|bend|torso|ankle|wrist|neck|shoulder|hip|arm|side|upper body)\b/,
    ['mobility', 'standing'],
    ['shoulders', 'hips'],
    'stretch',
  ),
];
