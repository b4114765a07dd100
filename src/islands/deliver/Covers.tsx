import { COVER_SHAPES } from '../../core/delivery/cover.ts';
import { type Renders, rendersOfKind } from '../shared/use-renders.ts';

/** At most so many covers are made, each in every shape. */
const NUMBERS = [1, 2, 3];

/** The newest covers, to look at and to save one by one. Nothing where none were made yet. */
export function Covers({ of, base }: { readonly of: Renders; readonly base: string }) {
  const newest = rendersOfKind(of, (r) => r.kind === 'covers').renders.find((r) => r.state === 'done');
  if (newest === undefined) return null;
  // Where a class has few moves there are fewer.
  const many = Math.max(1, (newest.message ?? '').split(',').length);
  return (
    <section className="mt-8" aria-label="Cover pictures">
      <h2 className="text-xl">Cover pictures</h2>
      <p className="mt-1 mb-3 text-soft">
        The sharpest, calmest frames, each of another move. {newest.message ?? ''} Click one to save it.
      </p>
      <div className="flex flex-col gap-3">
        {NUMBERS.slice(0, many).map((n) => (
          <div key={n} className="flex flex-wrap items-end gap-3">
            {COVER_SHAPES.map(({ name, width, height }) => (
              <a
                key={name}
                href={`/api/renders/${newest.id}/inside/cover-${n}-${name}.jpg`}
                download={`${base}.cover-${n}-${name}.jpg`}
              >
                <img
                  src={`/api/renders/${newest.id}/inside/cover-${n}-${name}.jpg`}
                  alt={`Cover ${n}, ${name.replace('x', ' to ')}`}
                  loading="lazy"
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
