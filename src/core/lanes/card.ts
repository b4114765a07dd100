import type { Programme, ProgrammeSegment } from '../edit/assemble.ts';
import type { CardKind } from '../edit/decisions.ts';
import type { PlacedInsert } from '../edit/inserts.ts';
import type { Plan } from '../plan/plan.ts';
import { type Segment, isActive } from '../plan/segment.ts';
import { type Length, type ProgrammeTime, wholeLength } from '../time/micros.ts';
import type { TimerTick } from './timer.ts';
import { USUAL_WORDING, type Wording, namedWithSide } from './wording.ts';

/** A card on programme time: small type above, a title, a line below, and the clock where its segment has one. */
export interface CardEvent {
  readonly insertId: string;
  readonly segmentKey: string;
  readonly kind: ProgrammeSegment['kind'];
  readonly card: CardKind;
  readonly start: ProgrammeTime;
  readonly end: ProgrammeTime;
  readonly heading: string;
  readonly title: string;
  readonly line: string;
  readonly ticks: readonly TimerTick[];
}

/** What a card says. */
interface CardWords {
  readonly heading: string;
  readonly title: string;
  readonly line: string;
}

type Names = Pick<Plan, 'title' | 'instructor'>;

/** The cards of a programme; what is not written by hand is as the plan has it. */
export function cardEvents(
  programme: Programme,
  timer: readonly TimerTick[],
  plan: Names,
  wording: Wording = USUAL_WORDING,
): CardEvent[] {
  return programme.inserts.flatMap((placed): CardEvent[] => {
    const { insert, segment, start, end } = placed;
    if (insert.shows.kind !== 'card') return [];
    const { card, title, line } = insert.shows;
    const own = cardWords(card, placed, programme, { ...plan, wording });
    return [
      {
        ...{ insertId: insert.id, segmentKey: insert.segmentKey, kind: segment.kind, card, start, end },
        heading: own.heading,
        title: title ?? own.title,
        line: line ?? own.line,
        ticks: timer.filter((t) => t.segmentKey === insert.segmentKey && t.start < end && t.end > start),
      },
    ];
  });
}

/** What the plan says for a card: what it would show if nothing were written by hand. */
export function cardWords(
  card: CardKind,
  { segment }: Pick<PlacedInsert, 'segment'>,
  { segments, choices, length }: Programme,
  plan: Names & { readonly wording?: Wording },
): CardWords {
  const planned = choices.map((c) => c.segment);
  const words = plan.wording ?? USUAL_WORDING;
  switch (card) {
    case 'title':
      return {
        heading: plan.instructor,
        title: plan.title,
        line: [minutes(wholeLength(length)), ...needsOf(segments.flatMap((s) => s.segment ?? []))].join(' · '),
      };
    case 'part': {
      const own = planned.filter((s) => s.blockId === segment.blockId);
      const moves = [...new Set(own.filter(isActive).map((s) => s.label))];
      return {
        heading: segment.rounds > 1 ? `${segment.rounds} ${words.rounds}` : '',
        title: segment.blockName,
        line: moves.length > MOST_MOVES ? `${moves.length} ${words.moves}` : moves.join(' · '),
      };
    }
    case 'move': {
      const move = isActive(segment) ? segment : nextMove(planned, segment);
      return { heading: isActive(segment) ? '' : words.next, ...moveWords(move ?? segment, words) };
    }
    case 'rest': {
      const next = nextMove(planned, segment);
      const { title, line } = next === null ? { title: '', line: '' } : moveWords(next, words);
      return {
        heading: restWord(segment, words),
        title: title === '' ? words.breathe : `${words.next}: ${title}`,
        line,
      };
    }
    case 'end':
      return { heading: plan.title, title: words.wellDone, line: plan.instructor };
  }
}

/** More names than this are no line that anyone reads. */
const MOST_MOVES = 6;

function moveWords(move: Segment, words: Wording): { title: string; line: string } {
  const line = move.needs.length === 0 ? '' : `${words.take}: ${move.needs.join(', ')}`;
  return { title: namedWithSide(move, words), line };
}

function nextMove(planned: readonly Segment[], { index }: Segment): Segment | null {
  return planned.find((s) => s.index > index && isActive(s)) ?? null;
}

function restWord({ kind, label }: Segment, words: Wording): string {
  return kind === 'water' ? words.waterHeading : kind === 'rest' ? words.restHeading : label;
}

const needsOf = (segments: readonly Segment[]) => [...new Set(segments.flatMap((s) => s.needs))];

function minutes(length: Length): string {
  return `${Math.max(1, Math.round(length / 60e6))} min`;
}
