import { bpmAt } from '../../core/music/arrangement.ts';
import { silentBlocks } from '../../core/music/silent-blocks.ts';
import { tempoRange } from '../../core/music/tempo-matching.ts';
import { type Block } from '../../core/plan/plan.ts';
import { type Micros, asLength, micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { useDocument } from '../workbench/workbench-context.tsx';
import { MeetPanel } from './MeetPanel.tsx';
import { changePlacement, layWhole, withMusic } from './edit-music.ts';
import type { Laid } from './use-laid.ts';
import { NumberField } from '../../ui/NumberField.tsx';

export function BlockRow({
  block,
  all,
  open,
  toggle,
  toTrack,
}: {
  readonly block: Block;
  readonly all: Laid;
  readonly open: boolean;
  readonly toggle: () => void;
  readonly toTrack: (id: string) => void;
}) {
  const { music, tracks, laid, spans } = all;
  const { change } = useDocument();
  const span = spans.get(block.id) as { start: Micros; end: Micros };
  const length = asLength(span.end - span.start);
  const range = tempoRange(block.kind);
  const silent = silentBlocks({ blocks: [block] }, music).has(block.id);
  const pieces = laid.laid.filter((l) => l.placement.blockId === block.id);
  const setSilent = (on: boolean) =>
    change(on ? 'Leave the block silent' : 'Let the block have music', (d) => ({
      ...d,
      plan: on ? d.plan : withMusic(d.plan, block.id),
      music: {
        ...d.music,
        silent: on ? [...d.music.silent, block.id] : d.music.silent.filter((id) => id !== block.id),
        placements: on ? d.music.placements.filter((p) => p.blockId !== block.id) : d.music.placements,
      },
    }));
  return (
    <li className="border-b py-2.5">
      <div className="grid grid-cols-[3.4rem_minmax(0,1fr)_auto] items-baseline gap-x-3">
        <time className="text-soft">{writeTime(span.start, 0)}</time>
        <h2 className="text-[16px]">
          {block.name}{' '}
          <span className="font-sans text-[13px] font-normal text-soft">
            <time>{writeTime(length, 0)}</time>
            {range !== null && (
              <>
                {' '}
                ·{' '}
                <span className="figures">
                  {range.low}–{range.high}
                </span>{' '}
                BPM, {range.source}
              </>
            )}
          </span>
        </h2>
        <span className="flex flex-wrap items-center justify-end gap-2">
          <label className="flex items-center gap-1 text-[13px]">
            <input type="checkbox" checked={silent} onChange={(e) => setSilent(e.target.checked)} />
            silent
          </label>
          {!silent && tracks.length > 0 && (
            <select
              aria-label={`Lay a track under ${block.name}`}
              className="field-box py-0.5! max-w-44"
              value=""
              onChange={(e) => {
                const track = tracks.find((t) => t.id === e.target.value);
                if (track !== undefined)
                  change('Lay a track', (d) => ({ ...d, music: layWhole(d.music, track, block.id, length) }));
              }}
            >
              <option value="">{pieces.length === 0 ? 'lay a track …' : 'another track …'}</option>
              {tracks.map((t) => (
                <option key={t.id} value={t.id}>
                  {t.title}
                </option>
              ))}
            </select>
          )}
          {pieces.length > 0 && (
            <button className="btn py-0.5!" aria-expanded={open} onClick={toggle}>
              Meet the phrases
            </button>
          )}
        </span>
      </div>
      {pieces.map((l) => (
        <div
          key={l.placement.id}
          className="mt-1 ml-[4.15rem] flex flex-wrap items-center gap-x-3 gap-y-1 text-[13.5px]"
        >
          <button
            className="font-semibold underline decoration-line underline-offset-2"
            onClick={() => toTrack(l.track.id)}
          >
            {l.track.title}
          </button>
          <span className="figures">{bpmAt(l, micros((l.start + l.end) / 2)).toFixed(1)} BPM</span>
          <span className="figures text-soft">
            {l.placement.speedPpm === 1_000_000
              ? 'as it is'
              : `${l.placement.speedPpm > 1_000_000 ? '+' : '−'}` +
                `${Math.abs(l.placement.speedPpm / 1e4 - 100).toFixed(2)} ` +
                '%'}
          </span>
          <span className="figures text-soft">
            {writeTime(l.start, 1)}–{writeTime(l.end, 1)},{' '}
            {(l.placement.beats / (8 * l.track.map.metre)).toFixed(
              l.placement.beats % (8 * l.track.map.metre) === 0 ? 0 : 2,
            )}{' '}
            phrases
          </span>
          <label className="label">
            fade{' '}
            <NumberField
              aria-label={`Fade out of ${l.track.title}, beats`}
              className="field-box w-14 py-0! text-right"
              least={0}
              most={64}
              value={l.placement.fadeOutBeats}
              onChange={(fadeOutBeats) =>
                change('Fade', (d) => ({
                  ...d,
                  music: changePlacement(d.music, l.placement.id, { fadeOutBeats }),
                }))
              }
            />{' '}
            beats
          </label>
          <button
            className="btn btn-quiet px-1! py-0!"
            onClick={() =>
              change('Take music out', (d) => ({
                ...d,
                music: { ...d.music, placements: d.music.placements.filter((p) => p.id !== l.placement.id) },
              }))
            }
          >
            Take out
          </button>
        </div>
      ))}
      {open && pieces[0] !== undefined && <MeetPanel block={block} lengthUs={length} piece={pieces[0]} />}
    </li>
  );
}
