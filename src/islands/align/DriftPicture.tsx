import type { Alignment } from '../../core/align/alignment.ts';
import type { Micros, TakeTime } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';

const [WIDTH, TOP, GAP, BAR] = [1000, 16, 44, 18];

/** The class as it was planned above the class as it was: each segment joined to where it fell. */
export function DriftPicture({
  alignment,
  duration,
  total,
}: {
  readonly alignment: Alignment;
  readonly duration: TakeTime;
  readonly total: Micros;
}) {
  const longest = Math.max(duration, total);
  const x = (us: number) => (us / longest) * WIDTH;
  const below = TOP + BAR + GAP;
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${below + BAR + 16}`}
        className="w-full"
        role="img"
        aria-label={
          `Planned ${writeTime(total)}, take ${writeTime(duration, 0)}; ` +
          `${alignment.segments.filter((r) => r.recorded === null).length} segments never filmed`
        }
      >
        <text x={0} y={10} fontSize={13} fill="var(--color-soft)">
          as planned
        </text>
        <text x={0} y={below + BAR + 13} fontSize={13} fill="var(--color-soft)">
          as filmed
        </text>
        {alignment.segments.map(({ segment, recorded }) => (
          <g key={segment.key} className={`kind-${segment.kind}`}>
            <rect
              x={x(segment.start)}
              y={TOP}
              width={Math.max(0.5, x(segment.end - segment.start) - 0.8)}
              height={BAR}
              fill={recorded === null ? 'none' : 'var(--k)'}
              stroke={recorded === null ? 'var(--color-alarm)' : 'none'}
              strokeDasharray="3 2"
            />
            {recorded !== null && (
              <>
                <path
                  d={
                    `M${x(segment.start)} ${TOP + BAR} L${x(recorded.start)} ${below} L${x(recorded.end)} ` +
                    `${below} L${x(segment.end)} ${TOP + BAR} Z`
                  }
                  fill="var(--k)"
                  opacity={0.13}
                />
                <rect
                  x={x(recorded.start)}
                  y={below}
                  width={Math.max(0.5, x(recorded.end - recorded.start) - 0.8)}
                  height={BAR}
                  fill="var(--k)"
                />
              </>
            )}
          </g>
        ))}
        {alignment.extra.map((e) => (
          <rect
            key={e.start}
            x={x(e.start)}
            y={below}
            width={x(e.end - e.start)}
            height={BAR}
            fill="none"
            stroke="var(--color-alarm)"
            strokeWidth={1.5}
            strokeDasharray="3 2"
          />
        ))}
      </svg>
      <figcaption className="text-[13px] text-soft">
        Dashed above: planned and never filmed. Dashed below: filmed beyond the plan.
      </figcaption>
    </figure>
  );
}
