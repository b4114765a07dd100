import { asking } from '../shared/call.ts';
import { TEXT_CONTRAST, contrast } from '../../core/looks/colours.ts';
import { BRAND_TYPES, type Brand, type BrandType, HOUSE_BRAND } from '../../core/looks/look.ts';
import { BrandMark } from './BrandMark.tsx';
import { BrandWords } from './BrandWords.tsx';
import { useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

const COLOURS = [
  ['ink', 'Ink', 'plates and cards'],
  ['paper', 'Paper', 'words'],
  ['accent', 'Accent', 'how far the class is'],
] as const;

const TYPE_WORDS: Readonly<Record<BrandType, string>> = {
  house: 'as each look has them',
  plain: 'plain throughout',
  strong: 'strong names and figures',
};

/** The studio's colours, words and mark, for all its workouts. */
export function BrandForm() {
  const { studio, setStudio } = useStudio();
  const { workbench } = useWorkbench();
  const { brand } = studio;
  const put = (before: Brand, after: Brand) => asking('setBrand', {}, { body: { before, after } });
  const save = (next: Partial<Brand>) => {
    const after = { ...brand, ...next };
    setStudio({ ...studio, brand: after });
    workbench.getState().ask('Set the brand', { after: put(brand, after), before: put(after, brand) });
  };
  const stands = contrast(brand.ink, brand.paper);
  const own = (['ink', 'paper', 'accent', 'radius'] as const).some((k) => brand[k] !== HOUSE_BRAND[k]);
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="mb-1 font-display font-semibold">The studio’s own, in every workout</legend>
      {COLOURS.map(([field, word, what]) => (
        <label key={field} className="flex items-center gap-2">
          <input
            type="color"
            className="h-7 w-10 cursor-pointer rounded-sm border border-line bg-sheet"
            value={`#${brand[field].toLowerCase()}`}
            onChange={(e) => save({ [field]: e.target.value.slice(1).toUpperCase() })}
          />
          {word}
          <span className="text-[13px] text-soft">{what}</span>
        </label>
      ))}
      <label className="flex items-center gap-2">
        <input
          type="range"
          min={0}
          max={16}
          className="w-24"
          value={brand.radius}
          onChange={(e) => save({ radius: Number(e.target.value) })}
        />
        round corners
      </label>
      <label className="flex items-center gap-2">
        Letters
        <select className="field-box" value={brand.type} onChange={(e) => save({ type: e.target.value as BrandType })}>
          {BRAND_TYPES.map((type) => (
            <option key={type} value={type}>
              {TYPE_WORDS[type]}
            </option>
          ))}
        </select>
      </label>
      <p className={`text-[13px] ${stands < TEXT_CONTRAST ? 'text-alarm' : 'text-soft'}`}>
        Paper on ink: <span className="figures">{stands.toFixed(1)} : 1</span>
        {stands < TEXT_CONTRAST && `; words need ${TEXT_CONTRAST} : 1 (WCAG 2.2, 1.4.3)`}
      </p>
      {own && (
        <button
          className="btn self-start"
          onClick={() => {
            const { ink, paper, accent, radius } = HOUSE_BRAND;
            save({ ink, paper, accent, radius });
          }}
        >
          The colours it came with
        </button>
      )}
      <BrandWords brand={brand} save={save} />
      <BrandMark brand={brand} save={save} />
    </fieldset>
  );
}
