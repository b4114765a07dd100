import { languageOf } from '../language/languages.ts';
import { isActive } from '../plan/segment.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import type { Finding } from '../findings/finding.ts';
import { type Filmed, inTake } from './filmed.ts';
import type { TakeTime } from '../time/micros.ts';

/** Mistakes that the instructor says aloud: a lost beat, a lost count. */
export function confessedMistakes(filmed: readonly Filmed[], { tokens, language }: SpokenWords<TakeTime>): Finding[] {
  const { confessed } = languageOf(language).mistakes;
  const text = tokens.map((t) => t.norm);
  const found: Finding[] = [];
  for (let i = 0; i < tokens.length; i++) {
    const here = text.slice(i, i + 6).join(' ');
    for (const [rule, pattern] of confessed) {
      if (pattern.exec(here)?.index !== 0) continue;
      const token = tokens[i]!;
      const inside = filmed.find((f) => token.at < f.end) ?? filmed.at(-1);
      if (
        inside === undefined ||
        !isActive(inside.r.segment) ||
        found.some((f) => f.rule === rule && token.at - f.at < 20e6)
      )
        continue;
      const said = tokens
        .slice(i, i + 5)
        .map((t) => t.text)
        .join(' ');
      const place = { segment: inside.r.segment, at: token.at, severity: 'note', certainty: 0.7 } as const;
      found.push(inTake(rule, { kind: 'confessed', said }, place));
    }
  }
  return found;
}
