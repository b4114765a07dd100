import { bareSecondsBy } from '../bare-seconds.ts';
import { pattern } from '../pattern.ts';
import { numberAt } from './claim-numbers.ts';

/** `Last ten`, `and fifteen more`, `twenty to go`, `back in five` (common practice). */
export const bareSeconds = bareSecondsBy({
  numberAt,
  leads: pattern('')`
    (?:^| )(?:last|final|another|got|have|youve|weve|theres|heres|just|only|about|around|under|nearly|almost|less than|
    stay(?: here)?(?: for)?|hold(?: it)?(?: for)?|keep going for|and|thats|down to|coming up (?:to|on)|at)$
  `,
  leadsAny: pattern('')`
    (?:^| )(?:back|start|starting|go|going|swap|swapping|switch|switching|change|changing|rest|resting|stop|done|off|
    finished|ready|begin|beginning|down|up) in$
  `,
  tail: /^(?:more left|more to go|more|left|to go|remaining|still to go|now)(?= |$)/,
  opens: /^(?:and|then|now|so|keep|come|dont|make|stay|hold|thats|lets|everyone|everybody|guys|here|till|until|were)$/,
});
