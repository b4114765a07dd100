import { meanMilliBpm } from '../../core/music/tempo-map.ts';
import type { RoomMusic } from '../../core/signal/room-music.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import type { TakeOfPage } from '../../contract/wire.ts';
import { mediaUrl } from '../workbench/take.ts';
import { Waveform } from './Waveform.tsx';

/** At most so many pictures stand in the strip. */
const MOST = 12;

/** The take at a glance: pictures from along it, its sound, and where a voice was heard. */
export function TakeStrip({ take }: { readonly take: TakeOfPage }) {
  const { thumbs, sound } = take;
  const shown =
    thumbs === null
      ? []
      : Array.from({ length: Math.min(MOST, thumbs.count) }, (_, i) =>
          Math.floor(((i + 0.5) * thumbs.count) / Math.min(MOST, thumbs.count)),
        );
  return (
    <div className="mt-2">
      {thumbs !== null && (
        <div className="flex gap-px overflow-hidden" role="img" aria-label={`Pictures from along ${take.name}`}>
          {shown.map((i) => (
            <span
              key={i}
              className="min-w-0 flex-1"
              style={{ aspectRatio: `${thumbs.width} / ${thumbs.height}`, ...cellOf(take, i) }}
            />
          ))}
        </div>
      )}
      <Waveform takeId={take.id} />
      {sound !== null && (
        <svg
          viewBox="0 0 1000 6"
          preserveAspectRatio="none"
          className="block h-1.5 w-full"
          role="img"
          aria-label={
            `A voice is heard for ${Math.round(sound.voice.reduce((s, v) => s + v.end - v.start, 0) / 1e6)} seconds, ` +
            `${sound.beeps.length} ${sound.beeps.length === 1 ? 'beep' : 'beeps'}`
          }
        >
          {sound.voice.map((v) => (
            <rect
              key={v.start}
              x={(v.start / take.duration) * 1000}
              width={Math.max(0.6, ((v.end - v.start) / take.duration) * 1000)}
              y={0}
              height={4}
              fill="var(--color-talk)"
            />
          ))}
          {sound.beeps.map((b) => (
            <rect
              key={b.start}
              x={(b.start / take.duration) * 1000}
              width={1.2}
              y={0}
              height={6}
              fill="var(--color-alarm)"
            />
          ))}
        </svg>
      )}
      {sound !== null && (
        <p className="text-[13px] text-soft">
          Below the waveform: where a voice is heard{sound.voiceClarity < 0.4 ? ' (unclear over what is under it)' : ''}
          {sound.beeps.length > 0 &&
            `, and ${sound.beeps.length} ${sound.beeps.length === 1 ? 'beep' : 'beeps'} of a timer`}
          .{sound.music !== undefined && sound.music.length > 0 && <RoomLine music={sound.music} />}
        </p>
      )}
    </div>
  );
}

/** So many pieces are named; of more there is only the number. */
const NAMED = 4;

/** The music that was heard in the room. */
function RoomLine({ music }: { readonly music: readonly RoomMusic[] }) {
  return (
    <>
      {' '}
      Music plays in the room:{' '}
      {music.slice(0, NAMED).map((m, i) => (
        <span key={m.start}>
          {i > 0 && ', '}
          <span className="figures">{(meanMilliBpm(m.map) / 1000).toFixed(0)}</span> a minute from{' '}
          <time>{writeTime(m.start)}</time> to <time>{writeTime(m.end)}</time>
        </span>
      ))}
      {music.length > NAMED && `, and ${music.length - NAMED} more pieces`}.
    </>
  );
}

/**
 * The part of a take's sheet of small pictures that shows number `i`, as styles for an element of the picture's shape.
 */
export function cellOf(
  { thumbs }: TakeOfPage,
  i: number,
): { readonly backgroundImage?: string; readonly backgroundSize?: string; readonly backgroundPosition?: string } {
  if (thumbs === null) return {};
  const rows = Math.ceil(thumbs.count / thumbs.columns);
  const [column, row] = [i % thumbs.columns, Math.floor(i / thumbs.columns)];
  const share = (n: number, of: number) => (of <= 1 ? 0 : (n / (of - 1)) * 100);
  return {
    backgroundImage: `url(${mediaUrl(thumbs)})`,
    backgroundSize: `${thumbs.columns * 100}% ${rows * 100}%`,
    backgroundPosition: `${share(column, thumbs.columns)}% ${share(row, rows)}%`,
  };
}
