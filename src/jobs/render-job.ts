import { rm, stat } from 'node:fs/promises';
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { beatRender, beginRender, failRender, finishRender, renderById } from '../db/renders-sql.ts';
import { insertMediaFile, takeById } from '../db/takes-sql.ts';
import { writeAss } from '../formats/ass/ass-writer.ts';
import { writeFfmetadata } from '../formats/ffmetadata/ffmetadata-writer.ts';
import { writeCaptionsSrt } from '../formats/srt/srt-writer.ts';
import { render } from '../media/render.ts';
import { ProgramFailed } from '../media/run.ts';
import type { WorkerContext } from './worker-context.ts';

const BEAT_MS = 500;

/** Renders one programme. Stops within a second of being cancelled; a failure becomes a sentence on the page. */
export async function renderJob(context: WorkerContext, renderId: string): Promise<void> {
  const { pool, store } = context;
  const wanted = await renderById(pool, renderId);
  if (wanted === null || !(await beginRender(pool, renderId))) return;
  const take = await takeById(pool, wanted.takeId);
  if (take === null) return failRender(pool, renderId, 'The take is gone.');
  const { document, produced } = await context.produceAt(wanted.workoutId, wanted.revision, take);
  const output = await store.temporary('mp4');
  const stop = new AbortController();
  let progress = 0;
  const beat = setInterval(() => {
    void beatRender(pool, renderId, progress).then((alive) => alive || stop.abort(), () => undefined);
  }, BEAT_MS);
  try {
    const { programme, lanes } = produced;
    const picture = { width: take.width, height: take.height, rate: take.rate };
    const [only] = programme.kept;
    await render({
      input: store.pathOf(take.file.sha256, take.file.extension), output, kept: programme.kept, length: programme.length, rate: take.rate, audioCodec: take.audioCodec,
      whole: programme.kept.length === 1 && only?.start === 0 && document.edit.removed.length === 0,
      ass: writeAss(lanes, picture), ffmetadata: writeFfmetadata(document.plan.title, lanes.chapters), captionsSrt: writeCaptionsSrt(lanes.captions), fontsFolder: context.fontsFolder,
    }, (share) => { progress = share; }, AbortSignal.any([stop.signal, context.stopping]));
    const hash = createHash('sha256');
    await pipeline(createReadStream(output), hash);
    const file = { sha256: hash.digest('hex'), extension: 'mp4', bytes: (await stat(output)).size };
    await store.keep({ path: output, sha256: file.sha256, bytes: file.bytes }, 'mp4');
    await insertMediaFile(pool, file);
    await finishRender(pool, renderId, file.sha256);
  } catch (error) {
    await rm(output, { force: true });
    if (stop.signal.aborted) return;
    // A worker that is asked to stop leaves the job to the next one.
    if (context.stopping.aborted) throw error;
    await failRender(pool, renderId, error instanceof ProgramFailed ? `Rendering failed: ${error.said.split('\n')[0] ?? ''}` : 'Rendering failed.');
    if (!(error instanceof ProgramFailed)) throw error;
  } finally {
    clearInterval(beat);
  }
}
