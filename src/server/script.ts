import { LANGUAGE_CODES, type LanguageCode } from '../core/language/languages.ts';
import { STANDING_NOTICE } from '../core/checks/plan-checks.ts';
import { bookWith } from '../core/exercise/library.ts';
import { compile } from '../core/plan/compile.ts';
import { schedule } from '../core/script/schedule.ts';
import { lineTime } from '../core/speech/line-time.ts';
import { callMeans, speakerOf } from '../core/workout/studio.ts';
import { writeScriptCsv } from '../formats/script/script-csv.ts';
import type { ScriptPage } from '../formats/script/script-page.ts';
import { scriptDocument } from '../formats/script/script-pdf.ts';
import { writeScriptText } from '../formats/script/script-text.ts';
import { writeScriptVtt } from '../formats/script/script-vtt.ts';
import { USUAL_PACE, VOICE_RATE_HZ } from '../media/espeak.ts';
import { wavHead } from '../media/wav.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { makePdf } from './pdf.ts';
import { getStudio } from './studio.ts';
import { asTimed } from './music-timing.ts';
import { getWorkout } from './workouts.ts';

async function pageOf(
  context: Context,
  id: string | undefined,
): Promise<ScriptPage & { readonly lineUs: (text: string) => number }> {
  const [{ plan, script }, studio] = [
    await asTimed(context, (await getWorkout(context, id)).document),
    await getStudio(context),
  ];
  const { segments } = compile(plan);
  if (segments.length === 0) throw new Refusal(409, 'There is no script yet: the plan holds no time.');
  const speaker = speakerOf(studio, plan);
  return {
    plan,
    segments,
    script,
    schedule: schedule(segments, script, callMeans(plan, studio, bookWith(studio.exercises))),
    notice: STANDING_NOTICE,
    lineUs: (text) => lineTime(text, speaker),
  };
}

interface ScriptFile {
  readonly body: string | Uint8Array;
  readonly mime: string;
  readonly name: string;
}

/** The script as a file: txt, csv, vtt or pdf. */
export async function scriptFile(
  context: Context,
  id: string | undefined,
  format: string | undefined,
): Promise<ScriptFile> {
  const page = await pageOf(context, id);
  const name = `${page.plan.title}.script.${format}`;
  switch (format) {
    case 'txt':
      return { body: writeScriptText(page), mime: 'text/plain; charset=utf-8', name };
    case 'csv':
      return { body: writeScriptCsv(page), mime: 'text/csv; charset=utf-8', name };
    case 'vtt':
      return { body: writeScriptVtt(page), mime: 'text/vtt; charset=utf-8', name };
    case 'pdf':
      return {
        body: await makePdf(scriptDocument(page)),
        mime: 'application/pdf',
        name,
      };
    default:
      throw new Refusal(404, 'A script comes as txt, csv, vtt or pdf.');
  }
}

const LONGEST_LINE = 600;
/** A scratch track is held in the page's memory until it is whole: four hours are 635 MB. */
const LONGEST_TRACK_US = 4 * 3600e6;
/** The slowest and the fastest pace of a spoken line, in espeak-ng's words a minute. */
const PACES: readonly [number, number] = [80, 320];

/** One line as WAV, to rehearse with; in English where no language is asked for that is known. */
export async function spokenLine(
  context: Context,
  text: string,
  pace: number,
  asked: string | null = null,
): Promise<Uint8Array> {
  const language = LANGUAGE_CODES.find((code) => code === asked);
  const line = text.trim();
  if (line === '' || line.length > LONGEST_LINE)
    throw new Refusal(422, `A line of 1 to ${LONGEST_LINE} characters can be spoken.`);
  const wanted = Number.isFinite(pace) ? Math.min(PACES[1], Math.max(PACES[0], pace)) : USUAL_PACE;
  const samples = await say(context, line, wanted, language);
  const wav = new Uint8Array(44 + samples.byteLength);
  wav.set(wavHead(samples.length, VOICE_RATE_HZ));
  wav.set(new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength), 44);
  return wav;
}

async function say(context: Context, text: string, pace: number, language?: LanguageCode): Promise<Int16Array> {
  try {
    return await context.speech.say(text, pace, language);
  } catch (error) {
    throw new Refusal(503, error instanceof Error ? error.message : 'The line could not be spoken.');
  }
}

/**
 * A scratch voice track of the whole class as WAV, made as it is read: each line spoken so fast that it takes the time
 * the instructor would take. Ends early when the reader goes away.
 */
export async function scratchTrack(
  context: Context,
  id: string | undefined,
): Promise<{ stream: ReadableStream<Uint8Array>; bytes: number; title: string }> {
  const {
    plan,
    segments,
    schedule: { lines },
    lineUs,
  } = await pageOf(context, id);
  const lengthUs = segments.at(-1)?.end ?? 0;
  if (lengthUs > LONGEST_TRACK_US) throw new Refusal(409, 'A scratch track is made of classes of up to 4 hours.');
  const total = Math.round((lengthUs / 1e6) * VOICE_RATE_HZ);
  const first = lines.find((l) => l.text.trim() !== '');
  // The first line is spoken before anything is answered, so that a missing program is said and not heard as silence.
  if (first !== undefined) await say(context, first.text, USUAL_PACE, plan.language);
  let next = 0;
  let written = 0;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      controller.enqueue(wavHead(total, VOICE_RATE_HZ));
    },
    async pull(controller) {
      const line = lines[next++];
      const until = line === undefined ? total : Math.min(total, Math.round((line.start / 1e6) * VOICE_RATE_HZ));
      if (until > written) {
        controller.enqueue(new Uint8Array((until - written) * 2));
        written = until;
      }
      if (line === undefined) return controller.close();
      const usual = await say(context, line.text, USUAL_PACE, plan.language);
      const pace = Math.min(
        PACES[1],
        Math.max(PACES[0], (USUAL_PACE * usual.length * 1e6) / VOICE_RATE_HZ / Math.max(1, lineUs(line.text))),
      );
      const samples = Math.abs(pace - USUAL_PACE) < 8 ? usual : await say(context, line.text, pace, plan.language);
      // Two lines never overlap on the track either: what is too long is cut at the next line.
      const room = Math.round(((lines[next]?.start ?? Infinity) / 1e6) * VOICE_RATE_HZ) - written;
      const cut = samples.subarray(0, Math.max(0, Math.min(samples.length, room, total - written)));
      controller.enqueue(new Uint8Array(cut.buffer.slice(cut.byteOffset, cut.byteOffset + cut.byteLength)));
      written += cut.length;
    },
  });
  return { stream, bytes: 44 + total * 2, title: plan.title };
}
