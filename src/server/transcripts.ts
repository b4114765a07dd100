import { type TakeWithTranscript } from './take-with-transcript.ts';
import { workOf } from '../db/take-work-sql.ts';
import { takesOf } from '../db/takes-sql.ts';
import { lockTranscript, putTranscript, swapTranscript, transcriptOf } from '../db/transcripts-sql.ts';
import { inTransaction } from '../db/pool.ts';
import type { ReadProblem } from '../formats/problem.ts';
import { pastTheEnd } from '../formats/transcript-problem.ts';
import { TRANSCRIPT_FORMATS, transcriptFormat } from '../formats/transcript-reader.ts';
import { TRANSCRIPT_FILES, writeTranscript } from '../formats/transcript-writer.ts';
import { Refusal } from './refusal.ts';
import { aside } from './aside/aside.ts';
import type { Context } from './context.ts';
import { getTake } from './get-take.ts';

/**
 * Sets a take's transcript, changed on a revision (0: where there was none). A stale revision gives 412 with what is
 * there now, and nothing is overwritten. Problems that could be repaired come back as notes; one without a single cue
 * is refused.
 */
export async function setTranscript(
  context: Context,
  takeId: string | undefined,
  text: string,
  revision: number,
): Promise<{ problems: readonly ReadProblem[]; cues: number; revision: number }> {
  const take = await getTake(context, takeId);
  const { value, problems } = await aside('readTranscript', text);
  if (value.cues.length === 0)
    throw new Refusal(
      422,
      problems.find((p) => p.line === 0)?.message ?? problems[0]?.message ?? 'No words were found.',
      problems,
    );
  if (/\u0000/.test(text) || !text.isWellFormed())
    throw new Refusal(422, 'The text holds a character that cannot be kept (NUL or half a character).');
  const written = await inTransaction(context.pool, async (db) => {
    const now = await lockTranscript(db, take.id);
    // The answer to an earlier request may have been lost: then the text is there already.
    if (now?.text === text) return now.revision;
    if ((now?.revision ?? 0) !== revision)
      throw new Refusal(412, 'The words were changed elsewhere since you opened them.', {
        revision: now?.revision ?? 0,
        format: now?.format ?? null,
        text: now?.text ?? null,
      });
    return putTranscript(db, { takeId: take.id, format: transcriptFormat(text), text });
  });
  return {
    problems: [...problems, ...pastTheEnd(value.cues, take.duration)],
    cues: value.cues.length,
    revision: written,
  };
}

export async function takesWithTranscripts(context: Context, workoutId: string): Promise<TakeWithTranscript[]> {
  const takes = await takesOf(context.pool, workoutId);
  return Promise.all(
    takes.map(async (take) => {
      const row = await transcriptOf(context.pool, take.id);
      return {
        take,
        transcript:
          row === null
            ? null
            : { format: row.format, text: row.text, hasPrevious: row.hasPrevious, revision: row.revision },
        work: await workOf(context.pool, take.id),
      };
    }),
  );
}

/** A transcript as a file in one of its formats. */
export async function transcriptFile(
  context: Context,
  takeId: string | undefined,
  format: string | undefined,
): Promise<{ text: string; mime: string; name: string }> {
  const take = await getTake(context, takeId);
  const wanted = TRANSCRIPT_FORMATS.find((f) => f === format);
  if (wanted === undefined)
    throw new Refusal(404, `There is no format “${format?.slice(0, 40) ?? ''}”; ${TRANSCRIPT_FORMATS.join(', ')} are.`);
  const row = await transcriptOf(context.pool, take.id);
  if (row === null) throw new Refusal(404, 'This take has no transcript yet.');
  const { mime, extension } = TRANSCRIPT_FILES[wanted];
  return {
    text: writeTranscript((await aside('readTranscript', row.text)).value, wanted, take.duration),
    mime,
    name: `${take.name}.${extension}`,
  };
}

export async function previousTranscript(context: Context, takeId: string | undefined): Promise<void> {
  const take = await getTake(context, takeId);
  if (!(await swapTranscript(context.pool, take.id))) throw new Refusal(409, 'There is no transcript before this one.');
}
