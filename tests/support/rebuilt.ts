// Readers of timelines and cut lists that share nothing with their writers: which frame of which file each frame of the
// programme shows. By the format of OpenTimelineIO and by CMX 3600, both from memory.

/** A frame of a file, with so much of another over it where one goes over into the other; null: nothing. */
export type ShownFrame = {
  readonly file: string;
  readonly frame: number;
  readonly over?: { readonly file: string; readonly frame: number; readonly share: number };
} | null;

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

interface OtioTransition {
  readonly OTIO_SCHEMA: string;
  readonly in_offset: { readonly value: number };
  readonly out_offset: { readonly value: number };
}

const isTransition = (child: OtioItem | OtioTransition): child is OtioTransition =>
  child.OTIO_SCHEMA.startsWith('Transition');

/** The frames of the first video track of a timeline. */
export function framesOfOtio(text: string): ShownFrame[] {
  type Track = { readonly kind: string; readonly children: readonly (OtioItem | OtioTransition)[] };
  const timeline = JSON.parse(text) as { readonly tracks: { readonly children: readonly Track[] } };
  const track = timeline.tracks.children.find((t) => t.kind === 'Video')!;
  const shown: ShownFrame[] = [];
  track.children.forEach((child, i) => {
    if (!isTransition(child)) {
      const last = track.children[i - 1];
      const all = framesOfItem(child, 0, child.source_range.duration.value);
      // The frames that the transition before it has mixed already stand.
      for (const [k, frame] of all.entries())
        if (last === undefined || !isTransition(last) || k >= last.out_offset.value) shown.push(frame);
      return;
    }
    const [out, into] = [track.children[i - 1], track.children[i + 1]] as [OtioItem, OtioItem];
    const [before, after] = [child.in_offset.value, child.out_offset.value];
    const ends = out.source_range.duration.value;
    shown.splice(shown.length - before);
    const [leaving, coming] = [framesOfItem(out, ends - before, ends + after), framesOfItem(into, -before, after)];
    for (let k = 0; k < before + after; k++) shown.push(mixed(leaving[k]!, coming[k]!, k / (before + after)));
  });
  return shown;
}

function framesOfItem(item: OtioItem, first: number, after: number): ShownFrame[] {
  const from = item.source_range.start_time.value;
  const isGap = item.OTIO_SCHEMA.startsWith('Gap');
  const stands = item.effects.some((e) => e.OTIO_SCHEMA.startsWith('FreezeFrame'));
  const file = isGap ? '' : decodeURI(item.media_references![item.active_media_reference_key!]!.target_url);
  return Array.from({ length: after - first }, (_, k) =>
    isGap ? null : { file, frame: from + (stands ? 0 : first + k) },
  );
}

function mixed(out: ShownFrame, into: ShownFrame, share: number): ShownFrame {
  return out === null || into === null ? out : { ...out, over: { file: into.file, frame: into.frame, share } };
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
  let leaving: { readonly file: string; readonly frame: number } | null = null;
  let lastFile = '';
  for (const [i, line] of lines.entries()) {
    const event = /^\d{3}\s+(\S+)\s+V\s+(C|D\s+\d{3})\s+(\S+) (\S+) (\S+) (\S+)$/.exec(line);
    if (event === null) continue;
    const [, reel, effect, from, , at, end] = event as unknown as [string, ...string[]];
    if (count(at!) !== shown.length) throw new Error(`event ${line} does not follow the one before`);
    // A cut of no length is where a dissolve leaves the event before it.
    if (at === end) {
      leaving = { file: lastFile, frame: count(from!) };
      continue;
    }
    const rest = lines.slice(i + 1);
    const notes = rest.slice(0, rest.findIndex((l) => /^\d{3}\s/.test(l)) + 1 || rest.length);
    const stands = notes.some((n) => /^M2\s+\S+\s+000\.0/.test(n));
    const file = /^\* FROM CLIP NAME: (.*)$/m.exec(notes.join('\n'))?.[1] ?? '';
    const lasts = Number(/\d+$/.exec(effect!)?.[0] ?? 0);
    for (let f = 0; f < count(end!) - count(at!); f++) {
      const own: ShownFrame = reel === 'BL' ? null : { file, frame: count(from!) + (stands ? 0 : f) };
      const mixes = f < lasts && leaving !== null;
      shown.push(mixes ? mixed({ ...leaving!, frame: leaving!.frame + f }, own, f / lasts) : own);
    }
    [leaving, lastFile] = [null, file];
  }
  return shown;
}
