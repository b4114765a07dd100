import { compile } from '../../src/core/plan/compile.ts';
import { type CallRules, DEFAULT_CALLS, EMPTY_SCRIPT } from '../../src/core/script/cue.ts';
import { schedule } from '../../src/core/script/schedule.ts';
import { styleOfWay } from '../../src/core/script/ways.ts';
import { anySeconds } from './times.ts';
import { type Transcript, spokenWords } from '../../src/core/transcript/transcript.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';

// One class in two languages: what holds of the English one must hold of the German one.
export const ENGLISH = readOutline(`# Broomstick Strong
instructor: Ottilie Brandvold
## Hello: talk, 0:30
## Warm-up: warm-up, 30/10
- Arm circles
- Hip circles
- March on the spot
## Main: circuit, 2 rounds, 40/20
- Squat
- Push-up
- Reverse lunge | sides own
- Forearm plank
- Bent-over row
## Strength: strength, reps 10 pace 4 rest 20
- Glute bridge
- Dead bug
## Stretch: cool-down, hold 0:30 change 8
- Calf stretch | sides own
- Child’s pose
## Bye: talk, 0:20`).value;
const GERMAN = readOutline(`# Stark mit dem Besenstiel
instructor: Ottilie Brandvold
language: Deutsch
## Hallo: talk, 0:30
## Aufwärmen: warm-up, 30/10
- Armkreisen
- Hüftkreisen
- Marschieren
## Hauptteil: circuit, 2 rounds, 40/20
- Kniebeuge
- Liegestütz
- Ausfallschritt rückwärts | sides own
- Unterarmstütz
- Rudern
## Kraft: strength, reps 10 pace 4 rest 20
- Brücke
- Käfer
## Dehnen: cool-down, hold 0:30 change 8
- Wadendehnung | sides own
- Kindhaltung
## Tschüss: talk, 0:20`).value;
export const TWINS = [ENGLISH, GERMAN] as const;

/** All calls in plain words, in the language of a plan. */
export const plainCalls = (plan: typeof ENGLISH): CallRules => ({
  ...DEFAULT_CALLS,
  words: styleOfWay('quiet', plan.language).words,
});
/** A written line in the welcome and one in the goodbye, so that the class ends with a word. */
export const linesOf = (plan: typeof ENGLISH, calls: CallRules = EMPTY_SCRIPT.calls) => {
  const { segments } = compile(plan);
  const goodbye = plan.language === 'de' ? 'Danke, und bis zum nächsten Mal.' : 'Thank you, and see you next time.';
  const anchor = { kind: 'start', afterUs: anySeconds(3) } as const;
  const cue = { id: 'c1', segmentKey: segments.at(-1)!.key, kind: 'talk', anchor, text: goodbye } as const;
  return schedule(segments, { ...EMPTY_SCRIPT, cues: [cue], calls }, { plan }).lines;
};
export const spoken = (plan: typeof ENGLISH, text: string, atS: number) =>
  spokenWords(
    {
      ...(plan.language !== undefined && { language: plan.language }),
      cues: [
        {
          start: anySeconds(atS),
          end: anySeconds(atS + text.split(' ').length * 0.3),
          text,
          words: text.split(' ').map((word, i) => ({
            text: word,
            start: anySeconds(atS + i * 0.3),
            end: anySeconds(atS + i * 0.3 + 0.25),
          })),
        },
      ],
    },
    anySeconds(3600),
  );
export const inTake = (plan: typeof ENGLISH, transcript: Transcript): Transcript =>
  plan.language === undefined ? transcript : { ...transcript, language: plan.language };
