import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';

/** A file in a ZIP: written here, or on the disk. Films are put in as they are, text is made smaller. */
export type ZipEntry = { readonly name: string } & ({ readonly text: string } | { readonly path: string });

/** Texts as a manifest lists them. */
export function manifestOf(files: ReadonlyMap<string, string>): { name: string; bytes: number; sha256: string }[] {
  return [...files].map(([name, text]) => ({
    name,
    bytes: Buffer.byteLength(text),
    sha256: createHash('sha256').update(text).digest('hex'),
  }));
}

/** Files as one ZIP, as a stream: none of them is in memory. Larger than 4 GB it is a ZIP64. */
function zipOf(entries: readonly ZipEntry[]): Readable {
  const zip = new ZipFile();
  for (const entry of entries) {
    if ('text' in entry) zip.addBuffer(Buffer.from(entry.text), entry.name);
    else zip.addFile(entry.path, entry.name, { compress: false });
  }
  zip.end();
  return zip.outputStream as Readable;
}

export async function writeZip(output: string, entries: readonly ZipEntry[]): Promise<void> {
  await pipeline(zipOf(entries), createWriteStream(output));
}
