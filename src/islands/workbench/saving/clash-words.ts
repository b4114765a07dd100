import type { Clash as Found } from '../../../core/merge/merge-fields.ts';
import { writeTime } from '../../../core/time/typed-time.ts';
import type { Micros } from '../../../core/time/micros.ts';
import type { WorkoutDocument } from '../../../core/workout/document.ts';
import type { Clash } from './conflict.ts';

interface Documents {
  readonly base: WorkoutDocument;
  readonly mine: WorkoutDocument;
  readonly theirs: WorkoutDocument;
}

/** Fields by the words that the interface has for them. */
const FIELDS: Readonly<Record<string, string>> = {
  name: 'name',
  rounds: 'rounds',
  scheme: 'timing',
  workUs: 'work',
  restUs: 'rest',
  demoUs: 'demonstration',
  sides: 'sides',
  kind: 'kind',
  text: 'words',
  at: 'time',
  note: 'note',
  needs: 'props',
  title: 'title',
  instructor: 'instructor',
  takeId: 'take',
  accepted: 'looked at and right',
  in: 'block',
  place: 'place',
  shows: 'what it shows',
  line: 'line below',
};

/** A clash as a person reads it: where, what is here, what is there. */
export function clashInWords(clash: Found, documents: Documents): Clash {
  const field = clash.path.filter((f) => f !== 'in' && f !== 'of').map((f) => FIELDS[f] ?? f.replace(/Us$/, ''));
  const place = [entityName(clash.entity, documents), ...field].join(' · ');
  const shown = (value: unknown) => valueInWords(value, clash, documents);
  return { key: clash.key, place, mine: shown(clash.mine), theirs: shown(clash.theirs) };
}

function entityName(entity: string, { base, mine, theirs }: Documents): string {
  const [kind, ...rest] = entity.split(':');
  const id = rest.join(':');
  for (const d of [theirs, mine, base]) {
    const block = d.plan.blocks.find((b) => (kind === 'block' ? b.id === id : b.moves.some((m) => m.id === id)));
    if (kind === 'block' && block !== undefined) return block.name || 'A block';
    if (kind === 'move' && block !== undefined) {
      const move = block.moves.find((m) => m.id === id);
      return [block.name, move?.name].filter(Boolean).join(' · ') || 'A move';
    }
    const cue = kind === 'cues' ? d.script.cues.find((c) => c.id === id) : undefined;
    if (cue !== undefined) return 'Line of the script';
  }
  return ENTITIES[kind ?? ''] ?? kind ?? '';
}

const ENTITIES: Readonly<Record<string, string>> = {
  plan: 'Class',
  calls: 'Calls',
  levels: 'Levels of the music',
  showing: 'Where the class is shown',
  take: 'Take in hand',
  accepted: 'Alignment',
  rules: 'Rules of the lanes',
  pins: 'Pinned time',
  overrides: 'Change to a lane',
  shown: 'Camera',
  uses: 'Take of a segment',
  cameras: 'What a camera shows',
  inserts: 'Insert',
  dissolves: 'Dissolve',
  joined: 'Takes of the programme',
  sound: 'Sound of the programme',
  pickUps: 'Pick-up',
  retakes: 'Segment to film again',
  takeLetStand: 'Finding let stand in a take',
  letStand: 'Finding let stand',
  placements: 'Music laid under a block',
};

function valueInWords(value: unknown, { path }: Found, { base, mine, theirs }: Documents): string {
  if (value === undefined) return 'removed';
  if (value === null) return 'nothing';
  const field = path.at(-1) ?? '';
  if (field === 'in')
    return (
      [theirs, mine, base]
        .flatMap((d) => d.plan.blocks)
        .find((b) => typeof value === 'string' && value.endsWith(`:${b.id}`))?.name ?? ''
    );
  if (typeof value === 'number') return /Us$|^at$/.test(field) ? writeTime(value as Micros, 1) : String(value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return value === '' ? 'empty' : value;
  if (Array.isArray(value))
    return value.every((v) => typeof v === 'string') ? value.join(', ') || 'none' : `${value.length} entries`;
  if (typeof value !== 'object') return 'changed';
  const { name, text, kind } = value as { name?: unknown; text?: unknown; kind?: unknown };
  const word = [name, text, kind].find((w) => typeof w === 'string' && w !== '');
  return typeof word === 'string' ? word : 'changed';
}
