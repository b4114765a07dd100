import type { Piece } from '../../core/edit/views.ts';
import { type FrameRate, firstFrameFrom } from '../../core/time/frames.ts';
import type { Micros } from '../../core/time/micros.ts';
import { type CutPiece, cutPieces } from '../../core/edit/cut-pieces.ts';
import type { EditMedia, EditSource } from './edit-source.ts';

/**
 * The programme as OpenTimelineIO JSON: a track of what is seen, one of what is heard, and markers for segments,
 * chapters and lines. Times are whole frames of the programme's rate. Names and versions of its objects: the file
 * format of OpenTimelineIO, from memory.
 */
export function writeOtio(source: EditSource): string {
  const { title, rate, length } = source;
  const timeline = {
    OTIO_SCHEMA: 'Timeline.1',
    name: title,
    global_start_time: null,
    metadata: { euphon: { frames: firstFrameFrom(length, rate) } },
    tracks: {
      OTIO_SCHEMA: 'Stack.1',
      name: 'tracks',
      ...item(null, markersOf(source)),
      children: [track('Picture', 'Video', source.pictures, source), track('Sound', 'Audio', source.sounds, source)],
    },
  };
  return `${JSON.stringify(timeline, null, 2)}\n`;
}

const fps = ({ num, den }: FrameRate) => num / den;
const rational = (frames: number, rate: FrameRate) => ({
  OTIO_SCHEMA: 'RationalTime.1',
  rate: fps(rate),
  value: frames,
});
const range = (from: number, frames: number, rate: FrameRate) => ({
  OTIO_SCHEMA: 'TimeRange.1',
  start_time: rational(from, rate),
  duration: rational(frames, rate),
});
const item = (source_range: object | null, markers: readonly object[]) => ({
  source_range,
  effects: [],
  markers,
  enabled: true,
  metadata: {},
});

function track(name: string, kind: 'Video' | 'Audio', pieces: readonly Piece[], source: EditSource) {
  const { rate } = source;
  const children = cutPieces(pieces, rate).flatMap((cut): object[] => {
    const media = cut.piece.mediaId === null ? undefined : source.media.get(cut.piece.mediaId);
    if (media === undefined) return [{ OTIO_SCHEMA: 'Gap.1', name: '', ...item(range(0, cut.end - cut.at, rate), []) }];
    return [clip(cut, media, rate), ...(cut.over === null ? [] : [dissolve(cut.over, rate)])];
  });
  return { OTIO_SCHEMA: 'Track.1', name, kind, ...item(null, []), children };
}

/** A dissolve round the cut that it stands on: how much of it lies before the cut, how much after. */
function dissolve([before, after]: readonly [number, number], rate: FrameRate) {
  return {
    OTIO_SCHEMA: 'Transition.1',
    name: 'dissolve',
    transition_type: 'SMPTE_Dissolve',
    in_offset: rational(before, rate),
    out_offset: rational(after, rate),
    metadata: {},
  };
}

function clip({ piece, at, end, from }: CutPiece, media: EditMedia, rate: FrameRate) {
  const own = item(range(from, end - at, rate), []);
  const freeze = {
    OTIO_SCHEMA: 'FreezeFrame.1',
    name: 'freeze',
    effect_name: 'FreezeFrame',
    time_scalar: 0,
    metadata: {},
  };
  return {
    OTIO_SCHEMA: 'Clip.2',
    name: media.name,
    ...own,
    effects: piece.held === true ? [freeze] : [],
    media_references: {
      DEFAULT_MEDIA: {
        OTIO_SCHEMA: 'ExternalReference.1',
        name: media.name,
        target_url: encodeURI(media.fileName),
        available_range: range(0, firstFrameFrom(media.duration, rate), rate),
        available_image_bounds: null,
        metadata: {},
      },
    },
    active_media_reference_key: 'DEFAULT_MEDIA',
  };
}

function markersOf({ segments, chapters, lines, rate }: EditSource): object[] {
  const marker = ({
    name,
    color,
    at,
    end,
    kind,
  }: {
    readonly name: string;
    readonly color: string;
    readonly at: Micros;
    readonly end: Micros;
    readonly kind: string;
  }) => {
    const first = firstFrameFrom(at, rate);
    return {
      OTIO_SCHEMA: 'Marker.2',
      name,
      color,
      marked_range: range(first, Math.max(0, firstFrameFrom(end, rate) - first), rate),
      metadata: { euphon: { kind } },
    };
  };
  return [
    ...segments.map((s) => marker({ name: s.label, color: 'ORANGE', at: s.start, end: s.end, kind: s.kind })),
    ...chapters.map((c) => marker({ name: c.title, color: 'PURPLE', at: c.start, end: c.start, kind: 'chapter' })),
    ...lines.map((l) => marker({ name: l.text, color: 'GREEN', at: l.at, end: l.at, kind: 'cue' })),
  ];
}
