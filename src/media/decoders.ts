import { run } from './child-process.ts';

/** Decoders of a codec's own makers, where ffmpeg's are not exact, by the codec's name. */
const EXACT: Readonly<Record<string, string>> = {
  // Where speech sets in after silence ffmpeg's own is wrong by 3 dB and more; browsers play by this one.
  opus: 'libopus',
};
/** Whether this machine's ffmpeg has a decoder: asked once each. */
const asked = new Map<string, Promise<boolean>>();

/** What ffmpeg is told before it opens a file with sound of a codec, so that it is decoded as browsers play it. */
export async function decoderOf(codec: string): Promise<readonly string[]> {
  const decoder = EXACT[codec];
  return decoder !== undefined && (await isThere(decoder)) ? ['-c:a', decoder] : [];
}

function isThere(decoder: string): Promise<boolean> {
  const known = asked.get(decoder);
  if (known !== undefined) return known;
  const now = run('ffmpeg', ['-hide_banner', '-decoders']).then((list) => list.includes(` ${decoder} `));
  asked.set(decoder, now);
  return now;
}
