// Readers of timelines and cut lists that share nothing with their writers: which frame of which file each frame of the
// programme shows. By the format of OpenTimelineIO and by CMX 3600, both from memory.

/** A frame of a file; null: nothing. */
export type ShownFrame = { readonly file: string; readonly frame: number } | null;

interface OtioItem {
  readonly OTIO_SCHEMA: string;
  readonly source_range: {
    readonly start_time: { readonly value: number };
    readonly duration: { readonly value: number };
  };
  readonly effects: readonly { readonly OTIO_SCHEMA: string }[];
  readonly media_references?: Readonly<Record<string, { readonly target_url: string }>>;
  readonly active_media_reference_key?: string;
}

/** The frames of the first video track of a timeline. */
export function framesOfOtio(text: string): ShownFrame[] {
  const timeline = JSON.parse(text) as {
    readonly tracks: {
      readonly children: readonly { readonly kind: string; readonly children: readonly OtioItem[] }[];
    };
  };
  const track = timeline.tracks.children.find((t) => t.kind === 'Video')!;
  return track.children.flatMap((item): ShownFrame[] => {
    const { start_time: from, duration } = item.source_range;
    const isGap = item.OTIO_SCHEMA.startsWith('Gap');
    const stands = item.effects.some((e) => e.OTIO_SCHEMA.startsWith('FreezeFrame'));
    const file = isGap ? '' : decodeURI(item.media_references![item.active_media_reference_key!]!.target_url);
    return Array.from({ length: duration.value }, (_, i) =>
      isGap ? null : { file, frame: from.value + (stands ? 0 : i) },
    );
  });
}

/** The frames of a cut list; `nominal`: frames that a second of its time code counts. */
export function framesOfEdl(text: string, nominal: number): ShownFrame[] {
  const drops = /^FCM: DROP/m.test(text);
  const count = (code: string) => {
    const [h, m, s, f] = code.split(/[:;]/).map(Number) as [number, number, number, number];
    const minutes = h * 60 + m;
    // Of every minute but each tenth, two numbers of thirty are left out, four of sixty.
    const left = drops ? (nominal / 15) * (minutes - Math.floor(minutes / 10)) : 0;
    return (minutes * 60 + s) * nominal + f - left;
  };
  const shown: ShownFrame[] = [];
  const lines = text.split(/\r?\n/);
  for (const [i, line] of lines.entries()) {
    const event = /^\d{3}\s+(\S+)\s+V\s+C\s+(\S+) (\S+) (\S+) (\S+)$/.exec(line);
    if (event === null) continue;
    const [, reel, from, , at, end] = event as unknown as [string, string, string, string, string, string];
    const rest = lines.slice(i + 1);
    const notes = rest.slice(0, rest.findIndex((l) => /^\d{3}\s/.test(l)) + 1 || rest.length);
    const stands = notes.some((n) => /^M2\s+\S+\s+000\.0/.test(n));
    const file = /^\* FROM CLIP NAME: (.*)$/m.exec(notes.join('\n'))?.[1] ?? '';
    if (count(at) !== shown.length) throw new Error(`event ${line} does not follow the one before`);
    for (let f = 0; f < count(end) - count(at); f++)
      shown.push(reel === 'BL' ? null : { file, frame: count(from) + (stands ? 0 : f) });
  }
  return shown;
}
