import { LANGUAGES, type LanguageCode } from '../../core/language/languages.ts';
import { withLanguage } from '../../core/workout/with-language.ts';
import { useDocument } from '../workbench/workbench-context.tsx';

/** What is spoken in the class, heard in its takes and read in its film. */
export function LanguageSelect() {
  const { document, change } = useDocument();
  const { language = 'en' } = document.plan;
  return (
    <div className="flex flex-wrap items-center gap-2">
      <label className="flex items-center gap-2">
        <span className="label">Language</span>
        <select
          className="field-box"
          value={language}
          onChange={(e) => change('language', (d) => withLanguage(d, e.target.value as LanguageCode))}
        >
          {Object.values(LANGUAGES).map(({ code, name }) => (
            <option key={code} value={code} lang={code === 'und' ? undefined : code}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {language === 'und' && (
        <span className="text-[13px] text-soft">
          Takes are heard by the names of moves, figures and sounds; lines are measured; no call is written, no claim
          checked.
        </span>
      )}
    </div>
  );
}
