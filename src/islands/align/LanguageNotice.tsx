import { useMemo } from 'react';
import type { LanguageCode } from '../../core/language/languages.ts';
import { likelyLanguage } from '../../core/language/likely-language.ts';
import type { SpokenWords } from '../../core/transcript/transcript.ts';
import { withLanguage } from '../../core/workout/with-language.ts';
import { Notice } from '../../ui/Notice.tsx';
import { useDocument } from '../workbench/workbench-context.tsx';

/** A language as the page, which is in English, calls it. */
const nameOf = (code: LanguageCode) => new Intl.DisplayNames('en', { type: 'language' }).of(code) ?? code;

/** Says so where a take is spoken in another language than its class, or in one that the program does not know. */
export function LanguageNotice({ words }: { readonly words: SpokenWords }) {
  const { document, change } = useDocument();
  const likely = useMemo(() => likelyLanguage(words.tokens.map((t) => t.norm)), [words]);
  const { language = 'en' } = document.plan;
  const set = (to: LanguageCode) => change('language', (d) => withLanguage(d, to));
  if (language === 'und')
    return (
      <Notice>
        Aligned by the names of moves as they are written, by figures and by sounds: Euphon does not know the language
        of this class. What is planned, timed and heard as a sound holds; calls and claims are not read.
        {likely !== null && likely !== 'und' && (
          <button className="btn mt-2" onClick={() => set(likely)}>
            It is in {nameOf(likely)}
          </button>
        )}
      </Notice>
    );
  if (likely === null || likely === language) return null;
  return (
    <Notice alarm>
      {likely === 'und'
        ? `The words of this take are in no language that Euphon knows, and the class is in ${nameOf(language)}. ` +
          'Read as such, most of what is said here is a guess.'
        : `This take is spoken in ${nameOf(likely)}, and the class is in ${nameOf(language)}: its calls are not ` +
          'understood.'}
      <button className="btn mt-2 block" onClick={() => set(likely)}>
        {likely === 'und' ? 'Go by names, figures and sounds alone' : `The class is in ${nameOf(likely)}`}
      </button>
    </Notice>
  );
}
