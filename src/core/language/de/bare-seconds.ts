import { bareSecondsBy } from '../bare-seconds.ts';
import { cardinalOf } from './numbers.ts';

/** `Die letzten zehn`, `noch fünfzehn`, `weiter in fünf` (common practice). */
export const bareSeconds = bareSecondsBy({
  numberAt(words, i) {
    const value = cardinalOf(words[i]?.norm ?? '');
    return value === null ? null : { value, length: 1 };
  },
  leads: /(?:^| )(?:noch|letzten|letzte|nur|knapp|fast|und|halte?n?|bleibt?)$/,
  leadsAny: /(?:^| )(?:weiter|los|wechsel|pause|fertig|bereit|start) in$/,
  tail: /^(?:noch|ubrig|bleiben)(?= |$)/,
  opens: /^(?:und|dann|jetzt|weiter|komm|kommt|halt|haltet|bleib|bleibt|bis|hier)$/,
});
