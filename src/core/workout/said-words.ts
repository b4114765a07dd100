import type { Programme } from '../edit/assemble.ts';
import { type Shot, shotsOf, toProgramme } from '../edit/shots.ts';
import { languageOf } from '../language/languages.ts';
import { type SaidWord, saidIn } from '../lanes/speech-captions.ts';
import { type ProgrammeTime, type TakeTime, moved } from '../time/micros.ts';
import { PLACED_US, type ProgrammeTake } from './align-takes.ts';

/** Every word that is heard of the takes, where it is in the programme. */
export function saidWords(
  takes: readonly Pick<ProgrammeTake, 'takeId' | 'aligned'>[],
  shots: readonly Shot[],
): SaidWord[] {
  return takes
    .flatMap(({ takeId, aligned }) => {
      const own = shotsOf(shots, takeId);
      const place = (time: TakeTime) => {
        const shot = own.find((s) => s.start <= time && time < s.end);
        return shot === undefined ? null : moved(shot.at, time - shot.start);
      };
      return saidIn(
        aligned.alignment.words.tokens.map((w) => ({ text: w.text, start: w.at, end: w.end })),
        place,
      );
    })
    .sort((a, b) => a.start - b.start);
}

/** When numbers are said in the programme, of a take whose words are placed well. */
export function numbersSaid({ takeId, aligned }: ProgrammeTake, { shots }: Pick<Programme, 'shots'>): ProgrammeTime[] {
  const own = shotsOf(shots, takeId);
  const { tokens, language } = aligned.alignment.words;
  const { isCounted } = languageOf(language).forms;
  return tokens.flatMap(({ norm, at, sigma }) =>
    sigma <= PLACED_US && isCounted(norm) && own.some((s) => at >= s.start && at < s.end) ? [toProgramme(at, own)] : [],
  );
}
