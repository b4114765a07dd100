import { readFile } from 'node:fs/promises';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { extensionOf } from '../core/delivery/films.ts';
import { certificateDocument } from '../formats/certificate/certificate-pdf.ts';
import { EXPORTS } from '../formats/exports.ts';
import { Refusal } from './refusal.ts';
import { manifestOf } from '../media/zip.ts';
import { aside } from './aside/aside.ts';
import type { Context } from './context.ts';
import { exportsOf, getRender } from './deliver.ts';
import { makePdf } from './pdf.ts';
import { getWorkout } from './workouts.ts';

/** Every file that is made without a job, in one ZIP, with a manifest of their hashes. What holds films is a job. */
export async function exportFiles(
  context: Context,
  workoutId: string | undefined,
): Promise<{ zip: Uint8Array; title: string }> {
  const { revision, title, input, canBe } = await exportsOf(context, workoutId);
  const formats = EXPORTS.filter(canBe);
  const names = formats.map((f) => f.name);
  const texts = await aside('exportTexts', names, input);
  const files = new Map(formats.map((f, i) => [f.file, texts[i]!]));
  const manifest = { title, revision, files: manifestOf(files) };
  files.set('manifest.json', `${JSON.stringify(manifest, null, 2)}\n`);
  return { zip: zipSync(Object.fromEntries([...files].map(([name, text]) => [name, strToU8(text)]))), title };
}

/** What was read back of a finished film, to print. */
export async function certificatePdf(
  context: Context,
  renderId: string | undefined,
): Promise<{ pdf: Uint8Array; title: string }> {
  const { certificate, sha256, revision, createdAt, workoutId } = await getRender(context, renderId);
  if (certificate === null || sha256 === null) throw new Refusal(404, 'This film was not read back.');
  const { title } = (await getWorkout(context, workoutId)).document.plan;
  const film = { title, revision, madeAt: createdAt, sha256, certificate };
  return { pdf: await makePdf(certificateDocument(film)), title };
}

/** The covers of a class are looked at on the page without being saved first. */
export async function coverInside(
  context: Context,
  renderId: string | undefined,
  name: string | undefined,
): Promise<Uint8Array> {
  const render = await getRender(context, renderId);
  if (render.kind !== 'covers' || render.sha256 === null) throw new Refusal(404, 'There are no covers in this.');
  const zip = await readFile(context.store.pathOf(render.sha256, extensionOf(render.kind)));
  const picture = unzipSync(zip, { filter: (file) => file.name === name })[name ?? ''];
  if (picture === undefined) throw new Refusal(404, 'There is no such cover.');
  return picture;
}
