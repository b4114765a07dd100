import { type Transcript, likelyLanguageOf } from '../core/transcript/transcript.ts';
import { voiceOf } from '../core/align/align.ts';
import { lockTranscript, putTranscript, transcriptOf } from '../db/transcripts-sql.ts';
import { readTranscript } from '../formats/transcript-reader.ts';
import { writeWordsJson } from '../formats/words-json/words-json-writer.ts';
import { KNOWN_WORDS } from '../media/recogniser.ts';
import { standInService } from '../media/stand-in-service.ts';
import type { TakeTask } from './take-task.ts';

export class ChangedMeanwhile extends Error {
  constructor() {
    super('The words were changed while they were being heard; what was changed is kept. Ask again.');
  }
}

/** Its acoustic model and its dictionary are English; of another language it finds next to no word. */
function needEnglish(transcript: Transcript): void {
  const likely = likelyLanguageOf(transcript);
  if (likely !== null && likely !== 'en')
    throw new Error(
      'The recogniser that ships with Euphon knows English alone, and these words are not. Their own times are ' +
        'used as they are.',
    );
}

/**
 * Words with times for a take: those it has are timed by the sound; where it has none the service is asked. The
 * transcript before is kept.
 */
export async function wordsJob({
  context: { pool, store, demoFolder },
  take,
  onProgress,
  signal,
  write,
}: TakeTask): Promise<string> {
  const row = await transcriptOf(pool, take.id);
  const known = row === null ? null : readTranscript(row.text).value;
  if (known !== null) needEnglish(known);
  const recogniser = row === null ? standInService(demoFolder) : KNOWN_WORDS;
  const { transcript, says } = await recogniser.hear({
    path: store.pathOf(take.file.sha256, take.file.extension),
    sha256: take.file.sha256,
    duration: take.duration,
    known,
    voice: voiceOf(take.sound),
    onProgress,
    signal,
  });
  await write(async (db) => {
    const now = await lockTranscript(db, take.id);
    if ((now?.revision ?? 0) !== (row?.revision ?? 0)) throw new ChangedMeanwhile();
    await putTranscript(db, {
      takeId: take.id,
      format: 'words-json',
      text: writeWordsJson(transcript, take.duration),
    });
  });
  return says;
}
