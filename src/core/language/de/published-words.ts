import type { PublishedWords } from '../said-lines.ts';

const PLACE = '(?:bauch|hüften?|oberschenkel|armen?|po|taille|kinn|rücken)';

/** Before and after whole words; \\b knows no umlauts. */
const source = (alternatives: readonly string[]) => `(?<!\\p{L})(?:${alternatives.join('|')})(?!\\p{L})`;
const whole = (...alternatives: string[]) => new RegExp(source(alternatives), 'iu');
const each = (...alternatives: string[]) => new RegExp(source(alternatives), 'gu');

export const PUBLISHED: PublishedWords = {
  praise: each(
    '(?:sehr )?gut gemacht|super gemacht|klasse gemacht|weiter so|du schaffst das|ihr schafft das',
    'bleibt? dran|nicht aufgeben|super|klasse|prima|perfekt|toll|wunderbar|großartig|fantastisch',
    'stark',
  ),
  otherPraise: [
    'Ruhig und sicher',
    'Das ist kräftig',
    'Sauber und gelassen',
    'Noch dabei',
    'Genau so',
    'Guter Rhythmus',
    'Schön kontrolliert',
    'Starker Schluss',
    'Ich sehe, wie du arbeitest',
    'Das ist die Form',
    'Gut eingeteilt',
    'Gut geatmet',
  ],
  fillers: each('äh+m*|ähm+|hm+|sozusagen|quasi|irgendwie|halt eben|im prinzip|eigentlich|na ja|naja|wie gesagt'),
  secondLooks: [
    {
      words: whole(
        `(?:fett|speck)[^.!?]{0,24}(?:am|an den|an der|vom|von den) ${PLACE}|(?:bauchfett|hüftspeck`,
        'hüftgold)[^.!?]{0,24}(?:weg|verbrenn\\p{L}*|schmelz\\p{L}*|verlier\\p{L}*)|(?:verbrenn|schmelz',
        'verlier)\\p{L}*[^.!?]{0,24}(?:bauchfett|hüftspeck|hüftgold)',
      ),
      says: 'promises fat lost from one place',
      advice: 'fat is not lost from one named place; say what the muscle does',
    },
    {
      words: whole('entgift\\p{L}*|entschlack\\p{L}*|detox\\p{L}*|giftstoffe|schlacken'),
      says: 'speaks of detox',
      advice: 'leave it out; exercise does not detoxify',
    },
    {
      words: whole(
        '(?:heilt|heilen|kuriert|beseitigt|verhindert|hilft gegen)[^.!?]{0,24}(?:rückenschmerzen|arthrose',
        'arthritis|diabetes|depression\\p{L}*|krebs|skoliose|ischias|osteoporose|verletzung\\p{L}*',
        'krankheit\\p{L}*|bluthochdruck|migräne|asthma)',
      ),
      says: 'promises a cure',
      advice: 'may help some people; ask a health professional',
    },
    {
      words: whole(
        '(?:\\d+|ein|zwei|drei|vier|fünf|sechs|sieben|acht|neun|zehn) (?:kilos?|kg|kleidergrößen?',
        'zentimeter)[^.!?]{0,20}(?:abnehm\\p{L}*|verlier\\p{L}*|weniger|leichter)|(?:nimmst|nehmt',
        'verlierst|verliert)[^.!?]{0,20}(?:\\d+|zwei|drei|vier|fünf|zehn) (?:kilos?|kg)',
      ),
      says: 'promises a weight',
      advice: 'no weight or measure promised in a time',
    },
    {
      words: whole(
        'verbrenn\\p{L}*[^.!?]{0,20}(?:\\d{2,4}|hundert\\p{L}*|tausend\\p{L}*|so viele) kalorien',
        '(?:\\d{2,4}|hundert\\p{L}*) kalorien[^.!?]{0,16}verbrenn\\p{L}*',
      ),
      says: 'promises an energy',
      advice: 'give an honest range for a body mass',
    },
    {
      words: whole('(?:sicher|geeignet|perfekt|richtig|gut) für (?:absolut )?(?:alle|jeden|jede|jedes alter)'),
      says: 'is true of no exercise',
      advice: 'for most healthy adults; ask first when pregnant, injured or under treatment',
    },
    {
      words: whole(
        '(?:bikini|strand|sommer|traum)(?:figur|körper)|cellulite|schwabbel\\p{L}*|winkearme|(?:kuchen',
        'pizza|essen|wochenende)[^.!?]{0,20}(?:abtrainier\\p{L}*|abarbeit\\p{L}*|wegtrainier\\p{L}*)',
      ),
      says: 'is about looks or guilt',
      advice: 'say what people will feel or be able to do',
    },
    {
      words: whole(
        'garantierte?r?s? (?:ergebnis\\p{L}*|erfolg\\p{L}*)|in (?:nur )?(?:einer|zwei|drei|vier|sechs',
        'acht|\\d+) (?:tagen|wochen|monaten|woche)[^.!?]{0,24}(?:ergebnis\\p{L}*|sixpack|siehst du',
        'seht ihr|hast du|habt ihr)',
      ),
      says: 'guarantees a result',
      advice: 'nobody can promise it',
    },
    {
      words: whole(
        '(?:stärk|boost|kurbel)\\p{L}*[^.!?]{0,24}(?:immunsystem|stoffwechsel|hormone|lymph\\p{L}*)',
        '(?:senkt|senken)[^.!?]{0,24}(?:cholesterin|blutdruck|blutzucker|cortisol)',
      ),
      says: 'promises an effect on health',
      advice: 'regular exercise may help some people; this class alone promises nothing',
    },
    {
      words: whole(`(?:straff|form|verschlank)\\p{L}*[^.!?]{0,16}${PLACE}`),
      says: 'promises the shape of one place',
      advice: 'say what the muscle does, not how it will look',
    },
    {
      words: whole('(?:nie wieder|keine)[^.!?]{0,12}verletzung\\p{L}*|verletzungsfrei|beugt allen verletzungen vor'),
      says: 'promises that nobody is hurt',
      advice: 'strength may lower a risk; nothing takes it away',
    },
  ],
  dated: whole(
    '(?:schönen|guten) (?:montag|dienstag|mittwoch|donnerstag|freitag|samstag|sonntag)|(?:heute ist',
    'am|diesen|nächsten|letzten) (?:montag|dienstag|mittwoch|donnerstag|freitag|samstag|sonntag)',
    '(?:gestern|heute abend|morgen früh|morgen abend|dieses wochenende|diese woche|frohe weihnachten',
    'frohes neues jahr|frohe ostern)|es ist (?:jetzt )?(?:\\d{1,2}|sieben|acht|neun|zehn|elf',
    'zwölf) uhr',
  ),
  pain: whole(
    'ohne schmerz(?:en)? kein (?:erfolg|gewinn)|(?:durch|gegen) den schmerz',
    'schmerz(?:en)? (?:ignorier\\p{L}*|ist (?:gut|normal|schwäche|dein freund))',
    'ignorier\\p{L}* den schmerz|(?:muss|soll|darf ruhig) (?:richtig )?(?:weh ?tun|schmerzen)',
    'bis es weh ?tut|schmerzen (?:sind|ist) (?:normal|gut|okay|in ordnung)',
  ),
};
