import { useRef } from 'react';
import type { LanguageCode } from '../../core/language/languages.ts';
import { inLanguage } from '../../core/transcript/transcript.ts';
import type { TakeFacts } from '../../core/workout/align-takes.ts';
import { factsOfTake } from '../../core/workout/take-sources.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import type { TakeWithTranscript } from '../../contract/wire.ts';

interface Known {
  /** Language, take, its other recordings and their words: while they are the same objects, so are the facts. */
  readonly of: readonly unknown[];
  readonly facts: TakeFacts;
}

/** Each take as the core sees it. What goes on around a take (its pictures being made) does not change what it is. */
export function useTakeFacts(
  takes: readonly TakeWithTranscript[],
  language: LanguageCode | undefined,
): ReadonlyMap<string, TakeFacts> {
  const known = useRef(new Map<string, Known>());
  const facts = new Map<string, TakeFacts>();
  for (const { take } of takes.filter((t) => t.take.role === 'take')) {
    const of = [
      language,
      ...takes.flatMap((t) => (t.take.id === take.id || t.take.ofTake === take.id ? [t.take, t.transcript] : [])),
    ];
    let own = known.current.get(take.id);
    if (own === undefined || own.of.length !== of.length || own.of.some((part, i) => part !== of[i])) {
      own = { of, facts: factsOfTake(take, takes, (text) => inLanguage(readTranscript(text).value, language)) };
      known.current.set(take.id, own);
    }
    facts.set(take.id, own.facts);
  }
  return facts;
}
