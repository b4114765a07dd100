import type { MoveLines } from '../said-lines.ts';

/** What is said of a movement while it is done, by its pattern (common practice; the words are the program's own). */
const FORM: MoveLines['form'] = {
  squat: ['Gewicht auf dem ganzen Fuß', 'Brust bleibt offen', 'Drück den Boden weg', 'Jedes Mal gleich tief'],
  hinge: ['Erst die Hüfte, dann die Brust', 'Spür die Rückseite der Beine', 'Nacken lang', 'Oben anspannen'],
  lunge: [
    'Gerade nach unten, nicht nach vorn',
    'Drück durch die vordere Ferse',
    'Aufrecht über der Hüfte',
    'Zwei Spuren',
  ],
  push: ['Der Körper ist eine Linie', 'Langsamer runter als hoch', 'Ellbogen etwas nah', 'Schultern weg von den Ohren'],
  pull: ['Die Ellbogen führen', 'Oben kurz halten', 'Handgelenke gerade', 'Langsam wieder zurück'],
  rotate: ['Dreh aus den Rippen', 'Die Hüfte bleibt', 'Der Blick folgt den Händen', 'Links so weit wie rechts'],
  brace: ['Rippen und Becken halten zusammen', 'Lang durch den Scheitel', 'Die Mitte sinkt nicht', 'Klein und ruhig'],
  carry: ['Geh aufrecht', 'Schultern auf einer Höhe', 'Leise Schritte', 'Fester Griff, sonst locker'],
  step: ['Der ganze Fuß steht', 'Leise wieder runter', 'Blick nach vorn', 'Die Arme helfen mit'],
  jump: ['Leise landen', 'Knie weich', 'Niedriger ist auch gut', 'Deine eigene Höhe'],
  march: ['Arme aus der Schulter', 'Bleib aufrecht', 'Leichte Füße', 'Finde deinen Rhythmus'],
  mobility: ['Nur so weit es leicht geht', 'Schultern fallen lassen', 'Jedes Mal ein wenig mehr', 'Ganz in Ruhe'],
  stretch: ['Lass das Gewicht wirken', 'Kiefer und Hände weich', 'Weniger, wenn es zieht', 'Bleib dabei'],
  balance: ['Such dir einen Punkt', 'Zehen breit', 'Lang über dem Standbein', 'Wackeln ist in Ordnung'],
  any: ['Ruhig und gleichmäßig', 'Dein eigenes Tempo', 'Schultern tief', 'Sauber bleiben'],
};

/** When to breathe out (common practice: out with the effort). */
const BREATH: MoveLines['breath'] = {
  push: 'Aus beim Drücken',
  pull: 'Aus beim Ziehen',
  squat: 'Aus beim Hochkommen',
  hinge: 'Aus beim Aufrichten',
  lunge: 'Aus beim Hochkommen',
  step: 'Aus beim Hochsteigen',
  stretch: 'Langsam atmen, aus etwas länger',
  mobility: 'Langsam atmen, aus etwas länger',
  brace: 'Atme weiter, nicht anhalten',
  balance: 'Atme weiter, nicht anhalten',
  carry: 'Atme weiter, nicht anhalten',
  rotate: 'Aus beim Drehen',
  jump: 'Gleichmäßig atmen',
  march: 'Gleichmäßig atmen',
  any: 'Atme weiter',
};

/** The usual cautions (common practice); they do not stand in for advice by those who know the person. */
const CAUTION: MoveLines['caution'] = {
  squat: 'Nur so tief, wie die Knie es mögen',
  hinge: 'Hör auf, bevor der Rücken rund wird',
  lunge: 'Bei Knieschmerzen kleiner machen',
  push: 'Bei Schulterschmerzen weniger weit',
  pull: 'Rücken lang, nicht reißen',
  rotate: 'Nur so weit, wie der Rücken es mag',
  brace: 'Ablegen, wenn der untere Rücken zieht',
  carry: 'Nimm ein Gewicht, das du sicher hältst',
  step: 'Sieh nach, ob alles fest steht',
  jump: 'Mit gebeugten Knien landen; ohne Sprung geht es auch',
  march: 'Halt dich fest, wenn du unsicher stehst',
  mobility: 'Bleib im schmerzfreien Bereich',
  stretch: 'Nie bis in den Schmerz',
  balance: 'Eine Wand oder ein Stuhl in Reichweite',
};

export const MOVES: MoveLines = { isOfLibrary: false, form: FORM, breath: BREATH, caution: CAUTION };
