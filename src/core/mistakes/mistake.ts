import type { Alignment } from '../align/alignment.ts';
import { type Finding, saidIn, wordsOf } from '../findings/finding.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';
import { normalise } from '../language/normalise.ts';
import { labelWithSide } from '../plan/segment.ts';
import { type TakeTime, ZERO } from '../time/micros.ts';

/** A finding less sure than this is a doubt of the program and not reported as a mistake of the class. */
const UNSURE = 0.35;

/** A mistake as it is handed on: kinds are words of the field. */
interface Mistake {
  readonly at: TakeTime;
  readonly type: string;
  /** The words it is in; empty where it is in none. */
  readonly said: string;
  readonly note: string;
  readonly confidence: number;
}

const TYPES: Readonly<Record<string, string>> = {
  'left-out': 'left-out',
  'made-up-later': 'made-up',
  'break-over': 'break-long',
  'break-short': 'break-short',
  'explanation-into-work': 'explanation-into-work',
  'change-without-call': 'change-without-call',
  'call-without-change': 'call-without-change',
  'option-late': 'option-late',
  'option-never': 'option-never',
  'lost-beat': 'lost-beat',
  'reps-miscounted': 'wrong-count',
  'count-skipped': 'wrong-count',
  'equipment-unnamed': 'equipment-unnamed',
  'claim-side': 'wrong-side',
  'claim-next-up': 'wrong-next-up',
  'claim-moves-left': 'wrong-count',
  'claim-count': 'wrong-count',
  'claim-round': 'wrong-round',
  'claim-seconds-left': 'wrong-time',
  'claim-half-way': 'wrong-half-way',
  'sides-uneven': 'wrong-half-way',
  'claim-length': 'wrong-length',
  'claim-position': 'wrong-position',
  'claim-equipment': 'wrong-equipment',
};

function noteOf(finding: Finding): string {
  const { says, measured, wanted } = wordsOf(finding);
  return `${says} ${measured}, wanted ${wanted}.`;
}

/** `Two more rounds`, where one is left, is of rounds. */
function ofRounds(finding: Finding, language: LanguageCode): boolean {
  if (finding.rule !== 'claim-moves-left') return false;
  const { claims, forms } = languageOf(language);
  const words = (saidIn(finding) ?? '').split(' ').map(normalise);
  return words.some((word) => claims.wholes.test(word) || claims.wholes.test(forms.stem(word)));
}

/** Findings of a take that are mistakes of the class, not doubts of the program. */
export function mistakesOf(findings: readonly Finding[], alignment: Alignment): Mistake[] {
  const missed = findings
    .filter((f) => f.rule === 'made-up-later')
    .flatMap((f): Mistake[] => {
      // What was made up later was left out first: both are mistakes, each in its place.
      const of = alignment.segments.find((r) => r.segment.key === f.segmentKey);
      const before =
        of === undefined
          ? undefined
          : alignment.segments.slice(0, of.segment.index).findLast((r) => r.recorded !== null);
      return of === undefined
        ? []
        : [
            {
              at: before?.recorded?.end ?? ZERO,
              type: 'left-out',
              said: '',
              note: `${labelWithSide(of.segment)} (round ${of.segment.round}) was left out here.`,
              confidence: Math.round(f.certainty * 100) / 100,
            },
          ];
    });
  return [
    ...missed,
    ...findings.flatMap((f): Mistake[] => {
      const type = ofRounds(f, alignment.words.language) ? TYPES['claim-round'] : TYPES[f.rule];
      if (f.clock !== 'take' || type === undefined || f.certainty < UNSURE) return [];
      return [
        {
          at: f.at,
          type,
          said: saidIn(f) ?? '',
          note: noteOf(f),
          confidence: Math.round(f.certainty * 100) / 100,
        },
      ];
    }),
  ].sort((a, b) => a.at - b.at);
}
