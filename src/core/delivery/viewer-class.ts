import type { ProgrammeSegment } from '../edit/assemble.ts';
import type { Brand } from '../looks/look.ts';
import type { SpeechCaption } from '../lanes/speech-captions.ts';
import { atHomeWords } from '../plan/at-home.ts';
import type { Move, Plan } from '../plan/plan.ts';
import { type SegmentKind, TAKE_UP, isActive } from '../plan/segment.ts';
import { namedWithSide } from '../lanes/wording.ts';
import type { Language } from '../language/language.ts';
import { languageOf } from '../language/languages.ts';
import { type ViewerWords, counted, filled } from '../language/viewer-word.ts';
import { writeTime } from '../time/typed-time.ts';
import { type Length, type Micros, micros } from '../time/micros.ts';

/** A class as its viewers need it: what comes when, how much of it, what is easier. Times in seconds of the film. */
export interface ViewerClass {
  /** By BCP 47, and its words. */
  readonly language: string;
  readonly words: ViewerWords;
  readonly title: string;
  readonly instructor: string | null;
  readonly length: number;
  readonly equipment: readonly string[];
  readonly notice: string;
  readonly colours: Pick<Brand, 'ink' | 'paper' | 'accent'>;
  readonly segments: readonly ViewerSegment[];
  readonly captions: readonly { readonly from: number; readonly to: number; readonly text: string }[];
}

export interface ViewerSegment {
  readonly from: number;
  readonly to: number;
  readonly kind: SegmentKind;
  readonly label: string;
  /** `40 s`, `12 repetitions`. */
  readonly dose: string;
  /** Done when it is done: repetitions, or a length that was a guess. */
  readonly ownPace: boolean;
  readonly block: string;
  /** Of the block, from 1; rounds of one block follow each other. */
  readonly round: number;
  readonly rounds: number;
  /** Shown once, done more often: `3 to 4 rounds at home`; null: as it is shown. */
  readonly atHome: string | null;
  readonly easier: string | null;
  readonly harder: string | null;
  /** What has to be at hand. */
  readonly needs: readonly string[];
}

interface Shown {
  readonly title: string;
  readonly length: Length;
  readonly segments: readonly ProgrammeSegment[];
  readonly plan: Pick<Plan, 'blocks' | 'instructor' | 'language'>;
  readonly speech: readonly SpeechCaption[];
  readonly equipment: readonly string[];
  readonly brand: Brand;
}

export function viewerClass({ title, length, segments, plan, speech, equipment, brand }: Shown): ViewerClass {
  const language = languageOf(plan.language);
  const words = language.viewers;
  const moves = new Map(plan.blocks.flatMap((b) => b.moves.map((m) => [m.id, m] as const)));
  const home = new Map(plan.blocks.map((b) => [b.id, b.atHome === undefined ? null : atHomeWords(b.atHome, words)]));
  const { ink, paper, accent } = brand;
  return {
    ...{ language: language.code, words, title },
    instructor: plan.instructor === '' ? null : plan.instructor,
    ...{ length: seconds(length), equipment, notice: words.notice, colours: { ink, paper, accent } },
    segments: segments.map((s) =>
      viewerSegment(s, {
        move: moves.get(s.segment?.moveId ?? ''),
        atHome: home.get(s.segment?.blockId ?? '') ?? null,
        language,
      }),
    ),
    captions: speech.map((c) => ({ from: seconds(c.start), to: seconds(c.end), text: c.text })),
  };
}

function viewerSegment(
  at: ProgrammeSegment,
  {
    move,
    atHome,
    language,
  }: { readonly move: Move | undefined; readonly atHome: string | null; readonly language: Language },
): ViewerSegment {
  const { segment, kind, start, end } = at;
  const active = isActive(at);
  const dose = active ? doseOf(at, move, language.viewers) : null;
  return {
    ...{ from: seconds(start), to: seconds(end), kind, label: nameOf(at, language) },
    dose: dose?.text ?? writeTime(micros(Math.round((end - start) / 1e6) * 1e6), 0),
    ownPace: dose !== null && dose.ownPace,
    block: segment?.blockName ?? '',
    ...{ round: segment?.round ?? 1, rounds: segment?.rounds ?? 1, atHome },
    easier: active ? (move?.easier ?? null) : null,
    harder: active ? (move?.harder ?? null) : null,
    needs: segment?.needs ?? [],
  };
}

/** What viewers call a segment; what no person named is called in the language of the class. */
function nameOf(at: ProgrammeSegment, { overlay, viewers, calling }: Language): string {
  switch (at.kind) {
    case 'rest':
      return overlay.restHeading;
    case 'change-over':
      if (/\/take-up(?:~|$)/.test(at.key))
        return filled(viewers.takeUp, { what: calling.listed(at.label.replace(TAKE_UP, '')) });
      return /\/switch(?:~|$)/.test(at.key) ? viewers.switchSides : viewers.changeOver;
    case 'set-up':
      return /\/lead-in(?:~|$)/.test(at.key) ? viewers.leadIn : at.label;
    default:
      return namedWithSide(at, overlay);
  }
}

/** How much of a move, in words; null where it is so long as it is. */
export function doseOf(
  at: ProgrammeSegment,
  move: Move | undefined,
  words: ViewerWords,
): { text: string; ownPace: boolean } | null {
  const reps = (n: number) => ({ text: counted(n, words.repetition, words.repetitions), ownPace: true });
  const dose = move?.dose;
  if (dose?.kind === 'reps') return reps(dose.reps);
  if (dose?.kind === 'breaths') return { text: counted(dose.breaths, words.breath, words.breaths), ownPace: true };
  if (dose?.kind === 'counts') return { text: counted(dose.counts, words.count, words.counts), ownPace: false };
  const { segment } = at;
  if (segment?.scheme === 'reps' && segment.countUs !== null && segment.countUs > 0) {
    return reps(Math.round((segment.end - segment.start) / segment.countUs));
  }
  return at.about ? { text: words.asLong, ownPace: true } : null;
}

/** Seconds with the thousandths that a page can use. */
const seconds = (time: Micros) => Math.round(time / 1e3) / 1e3;
