import type { CSSProperties } from 'react';
import type { Drawn } from '../../core/looks/drawn.ts';
import type { PathCommand } from '../../core/looks/look.ts';
import type { Face } from '../../core/looks/look.ts';

const FAMILIES: Readonly<Record<Face, CSSProperties>> = {
  text: { fontFamily: 'var(--font-sans)' },
  bold: { fontFamily: 'var(--font-sans)', fontWeight: 700 },
  figures: { fontFamily: 'var(--font-mono)', fontWeight: 700 },
  display: { fontFamily: 'var(--font-display)', fontWeight: 800 },
  plain: { fontFamily: '"Noto Sans", sans-serif' },
  'plain-bold': { fontFamily: '"Noto Sans", sans-serif', fontWeight: 700 },
};

/** What is drawn over the picture at one time, as a small drawing to choose by. The film itself is drawn elsewhere. */
export function LookPicture({
  drawn,
  at,
  width,
  height,
  ground,
}: {
  readonly drawn: readonly Drawn[];
  readonly at: number;
  readonly width: number;
  readonly height: number;
  readonly ground: CSSProperties;
}) {
  const now = drawn.filter((d) => d.start <= at && d.end > at).sort((a, b) => a.layer - b.layer);
  return (
    <span className="block bg-shade bg-cover" style={{ aspectRatio: `${width} / ${height}`, ...ground }}>
      <svg viewBox={`0 0 ${width} ${height}`} className="block size-full" aria-hidden="true">
        {now.map((d, i) => (
          <Shape key={i} of={d} at={at} />
        ))}
      </svg>
    </span>
  );
}

function Shape({ of, at }: { readonly of: Drawn; readonly at: number }) {
  const fill = `#${of.colour}`;
  switch (of.kind) {
    case 'box': {
      const { x, y, w, h, radius, alpha } = of;
      return <rect x={x} y={y} width={w} height={h} rx={radius} fill={fill} fillOpacity={alpha} />;
    }
    case 'path': {
      const y = of.toY === undefined ? of.y : of.y + ((of.toY - of.y) * (at - of.start)) / (of.end - of.start);
      return <path d={wordsOf(of.path)} transform={`translate(${of.x} ${y})`} fill={fill} fillOpacity={of.alpha} />;
    }
    case 'text':
      return (
        <text
          x={of.x}
          y={of.baseline}
          textAnchor={of.align}
          fontSize={of.em}
          fill={fill}
          style={{ ...FAMILIES[of.face], ...(of.outline !== null && { paintOrder: 'stroke' }) }}
          {...(of.outline !== null && {
            stroke: `#${of.outline.colour}`,
            strokeWidth: of.outline.width * 2,
            strokeLinejoin: 'round',
          })}
        >
          {of.text}
        </text>
      );
  }
}

const wordsOf = (path: readonly PathCommand[]) => path.map((command) => command.join(' ')).join(' ');
