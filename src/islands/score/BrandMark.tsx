import { useState } from 'react';
import { type Brand, LOGO_CORNERS, type LogoCorner } from '../../core/looks/look.ts';
import { ApiError } from '../shared/api.ts';
import { call } from '../shared/call.ts';

interface Props {
  readonly brand: Brand;
  readonly save: (next: Partial<Brand>) => void;
}

/** The studio's mark, from an SVG: on cards, and in a corner where one wants it there. */
export function BrandMark({ brand, save }: Props) {
  const { logo } = brand;
  const [trouble, setTrouble] = useState<string | null>(null);
  const read = async (file: File) => {
    setTrouble(null);
    try {
      const made = await call('readLogo', {}, { asked: { name: file.name }, body: await file.text() });
      save({ logo: { ...made, at: logo?.at ?? null } });
    } catch (error) {
      setTrouble(error instanceof ApiError ? error.message : 'The file could not be read.');
    }
  };
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex flex-wrap items-center gap-3">
        {logo !== null && (
          <svg
            viewBox={`-0.15 -0.15 ${logo.width + 0.3} 1.3`}
            className="h-9 rounded-sm"
            style={{ background: `#${brand.ink}`, fill: `#${brand.paper}` }}
            role="img"
            aria-label={`The mark, ${logo.name}`}
          >
            <path d={logo.path.map(([c, ...n]) => `${c}${n.join(' ')}`).join('')} />
          </svg>
        )}
        <label className="btn cursor-pointer focus-within:outline-2">
          {logo === null ? 'A mark (SVG)' : 'Another mark'}
          <input
            type="file"
            accept=".svg,image/svg+xml"
            className="sr-only"
            onChange={(e) => {
              const [file] = e.target.files ?? [];
              e.target.value = '';
              if (file !== undefined) void read(file);
            }}
          />
        </label>
        {logo !== null && (
          <>
            <label className="flex items-center gap-2">
              on cards, and
              <select
                className="field-box"
                value={logo.at ?? ''}
                onChange={(e) =>
                  save({ logo: { ...logo, at: e.target.value === '' ? null : (e.target.value as LogoCorner) } })
                }
              >
                <option value="">nowhere else</option>
                {LOGO_CORNERS.map((at) => (
                  <option key={at} value={at}>
                    {at.replace('-', ' ')}, where it is free
                  </option>
                ))}
              </select>
            </label>
            <button className="btn" onClick={() => save({ logo: null })}>
              No mark
            </button>
          </>
        )}
      </div>
      {trouble !== null && (
        <p role="alert" className="text-alarm">
          {trouble}
        </p>
      )}
    </div>
  );
}
