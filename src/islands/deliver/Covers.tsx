import { addressOf } from '../shared/call.ts';
import { useState } from 'react';
import { COVER_SHAPES, MANY_COVERS } from '../../core/delivery/cover.ts';
import { type Renders, rendersOfKind } from '../shared/use-renders.ts';

const NUMBERS = Array.from({ length: MANY_COVERS }, (_, i) => i + 1);

/** The newest covers, to look at and to save one by one. Nothing where none were made yet. */
export function Covers({ of, base }: { readonly of: Renders; readonly base: string }) {
  // Where a class has few frames to choose from there are fewer covers.
  const [missing, setMissing] = useState<ReadonlySet<string>>(new Set());
  const newest = rendersOfKind(of, (r) => r.kind === 'covers').renders.find((r) => r.state === 'done');
  if (newest === undefined) return null;
  return (
    <section className="mt-8" aria-label="Cover pictures">
      <h2 className="text-xl">Cover pictures</h2>
      <p className="mt-1 mb-3 text-soft">
        The sharpest, calmest frames, each of another move. {newest.message ?? ''} Click one to save it.
      </p>
      <div className="flex flex-col gap-3">
        {NUMBERS.filter((n) => !missing.has(`${newest.id} ${n}`)).map((n) => (
          <div key={n} className="flex flex-wrap items-end gap-3">
            {COVER_SHAPES.map(({ name, width, height }) => (
              <a
                key={name}
                href={addressOf('insideRender', { id: newest.id, name: `cover-${n}-${name}.jpg` })}
                download={`${base}.cover-${n}-${name}.jpg`}
              >
                <img
                  src={addressOf('insideRender', { id: newest.id, name: `cover-${n}-${name}.jpg` })}
                  alt={`Cover ${n}, ${name.replace('x', ' to ')}`}
                  loading="lazy"
                  onError={() => setMissing((m) => new Set(m).add(`${newest.id} ${n}`))}
                  style={{ height: 148, width: Math.round((148 * width) / height) }}
                />
              </a>
            ))}
          </div>
        ))}
      </div>
    </section>
  );
}
