import { saidIn, speechCaptions } from '../core/lanes/speech-captions.ts';
import { assemble } from '../core/edit/assemble.ts';
import { toProgramme } from '../core/edit/shots.ts';
import { NO_TONES } from '../core/edit/decisions.ts';
import { tonesOf } from '../core/sound/tones.ts';
import { lanes } from '../core/lanes/lanes.ts';
import { HOUSE_BRAND, brandFor } from '../core/looks/look.ts';
import { wordingOf } from '../core/lanes/wording.ts';
import { DEFAULT_RULES } from '../core/lanes/rules.ts';
import { balanceOf } from '../core/plan/balance.ts';
import { EMPTY_SCRIPT } from '../core/script/cue.ts';
import { schedule } from '../core/script/schedule.ts';
import { align } from '../core/align/align.ts';
import { frameRate } from '../core/time/frames.ts';
import { plannedProgramme } from '../core/workout/planned-programme.ts';
import { EXPORTS } from '../formats/exports.ts';
import { type Answer, CliError } from './answer.ts';
import { planOf, transcriptOf } from './read-input.ts';
import { takeTime, wholeLength } from '../core/time/micros.ts';

/** The picture that is assumed where there is no take to ask: 1080p at 25 frames a second. */
const PICTURE = { width: 1920, height: 1080, rate: frameRate(25, 1) };

export function exportCommand(
  planText: string,
  transcriptText: string | null,
  durationText: string | undefined,
  name: string | undefined,
): Answer {
  const format = EXPORTS.find((f) => f.name === name);
  if (format === undefined)
    throw new CliError(
      `--format ${name === undefined ? 'NAME is wanted' : `“${name}” is not known`}; ` +
        `${EXPORTS.map((f) => f.name).join(', ')} are.`,
    );
  if (format.needs === 'recordings')
    throw new CliError(`${format.name} names the recordings; it is made where they are, on the Deliver station.`);
  if (format.needs === 'words' && transcriptText === null)
    throw new CliError(`${format.name} is made from a transcript; --transcript is wanted.`);
  const { plan, compiled, notes } = planOf(planText);
  const read = transcriptText === null ? null : transcriptOf(transcriptText, durationText, { language: plan.language });
  const alignment = read === null ? null : align(compiled.segments, read.transcript, read.duration);
  const brand = brandFor(HOUSE_BRAND, plan.language);
  const programme =
    read === null || alignment === null
      ? plannedProgramme(compiled.segments, compiled.total)
      : assemble(
          compiled.segments,
          [
            {
              takeId: '',
              duration: takeTime(read.duration),
              alignment,
              faults: new Map(),
              speech: [],
            },
          ],
          { uses: [], removedOf: () => [], inserts: [] },
          frameRate(1000, 1),
        );
  const words = (alignment?.words.tokens ?? []).map((w) => ({ text: w.text, start: w.at, end: w.end }));
  const said = saidIn(words, (time) => toProgramme(time, programme.shots));
  const { lines } = schedule(
    programme.segments.map((s, index) => ({
      ...(s.segment ?? (compiled.segments[0] as (typeof compiled.segments)[0] & object)),
      kind: s.kind,
      label: s.label,
      index,
      start: s.start,
      end: s.end,
    })),
    EMPTY_SCRIPT,
    { plan },
  );
  const laid = lanes(programme, { rules: DEFAULT_RULES, overrides: [] }, plan, { wording: wordingOf(brand) });
  const text = format.write({
    title: plan.title,
    length: wholeLength(programme.length),
    ...{ pictures: [], sounds: [], media: new Map(), speech: speechCaptions(said, PICTURE.rate, plan.language) },
    segments: programme.segments,
    lanes: laid,
    tones: tonesOf(programme, { ...NO_TONES, family: 'wood' }, [], frameRate(1000, 1)),
    picture: PICTURE,
    style: { rules: DEFAULT_RULES.look, overrides: [], brand },
    balance: balanceOf(plan, compiled.segments),
    plan,
    linesOf: (segment) => lines.filter((line) => line.segmentIndex === programme.segments.indexOf(segment)),
  });
  return { text, status: programme.segments.length === 0 ? 1 : 0, notes: [...notes, ...(read?.notes ?? [])] };
}
