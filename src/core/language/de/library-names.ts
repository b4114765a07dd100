/**
 * Exercises of the shipped library by the names they go by in German (common practice), one row an exercise: its name
 * in the library, then the German ones.
 */
const ROWS = `
March on the spot|Marschieren|auf der Stelle gehen|Marsch auf der Stelle
Shoulder rolls|Schulterkreisen|Schulterrollen
Arm circles|Armkreisen
Hip circles|Hüftkreisen
Neck turns|Kopfdrehen|Kopf drehen
Ankle rocks|Fußwippe|Fußwippen
Side bend reach|Seitneigen|Seitbeuge|Seitneigung
Cross-body arm swing|Armschwingen
Standing cat stretch|Katzenbuckel im Stand
Toe taps to the front|Zehentipps|Fersentipps vorn
Step touch|Seitschritt|Seitschritte
Heel digs|Fersentipps
Hamstring curl step|Beincurl im Stand|Anfersen
Knee lift|Kniehub|Knieheben
Squat|Kniebeuge|Kniebeugen
Easy squat|Leichte Kniebeuge|Halbe Kniebeuge
Sumo squat|Sumo-Kniebeuge|Breite Kniebeuge
Squat pulse|Kniebeuge federn|Federnde Kniebeuge
Wall sit|Wandsitz
Squat jump|Strecksprung|Kniebeugensprung|Hocksprung
Broomstick squat|Besenstiel-Kniebeuge|Kniebeuge mit Besenstiel
Crate squat|Kisten-Kniebeuge|Kniebeuge auf die Kiste
Good morning|Rumpfbeuge|Rumpfvorbeuge
Broomstick good morning|Rumpfbeuge mit Besenstiel
Deadlift|Kreuzheben
Crate deadlift|Kreuzheben mit Kiste
Single-leg deadlift|Einbeiniges Kreuzheben|Standwaage
Reverse lunge|Ausfallschritt rückwärts|Ausfallschritt nach hinten
Forward lunge|Ausfallschritt|Ausfallschritt vorwärts|Ausfallschritt nach vorn
Split squat|Statischer Ausfallschritt
Side lunge|Seitlicher Ausfallschritt|Ausfallschritt zur Seite
Walking lunge|Ausfallschritte im Gehen
Lunge jump|Wechselsprung|Ausfallschritt-Sprung
Crate step-up|Aufstieg auf die Kiste|Kisten-Aufstieg
Calf raise|Wadenheben
Single-leg stand|Einbeinstand
Leg swing|Beinschwingen|Beinpendel
Side leg raise|Seitliches Beinheben
Broomstick row|Besenstiel-Rudern|Rudern mit Besenstiel
Bent-over row|Rudern|Vorgebeugtes Rudern
One-arm row|Einarmiges Rudern
Overhead press|Schulterdrücken|Überkopfdrücken
Broomstick press|Besenstiel-Drücken|Drücken mit Besenstiel
Wall push-up|Liegestütz an der Wand|Wandliegestütz
Biceps curl|Bizepscurl|Bizepsbeugen
Triceps press overhead|Trizepsdrücken|Trizepsstrecken
Lateral raise|Seitheben
Wood chop|Holzhacker
Standing twist|Rumpfdrehen|Oberkörperdrehen
Jumping jack|Hampelmann|Hampelmänner
Step jack|Hampelmann ohne Sprung|Schritt-Hampelmann
High knees|Kniehebelauf|Skippings
Skater jump|Skatersprung|Seitsprung
Skater step|Skaterschritt
Fast feet|Trippelschritte
Straight punches|Boxen|Gerade Schläge
Front kick|Vorwärtstritt|Fronttritt
Burpee|Burpee|Liegestützsprung
Inchworm|Raupe|Handlaufen
Half-kneeling press|Drücken im Halbkniestand|Halbkniendes Drücken
Kneeling push-up|Liegestütz auf Knien|Knieliegestütz
Cat and cow|Katze und Kuh|Katzenbuckel
Bird dog|Vierfüßler diagonal|Diagonales Strecken|Vierfüßler
Donkey kick|Eselstritt
Bear hold|Bärenstand
Bear crawl|Bärengang
Downward dog|Herabschauender Hund|Nach unten schauender Hund
Plank|Stütz|Hoher Stütz|Brett
Forearm plank|Unterarmstütz
Mountain climber|Bergsteiger
Push-up|Liegestütz|Liegestütze
Side plank|Seitstütz|Seitlicher Unterarmstütz
Clam|Muschel
Side-lying leg lift|Beinheben in Seitlage
Glute bridge|Brücke|Beckenheben|Schulterbrücke
Single-leg bridge|Einbeinige Brücke
Dead bug|Käfer|Toter Käfer
Crunch|Bauchpresse|Crunch
Reverse crunch|Umgekehrter Crunch
Bicycle|Fahrradfahren|Radfahrer
Heel taps|Fersentippen
Leg lower|Beinsenken|Beine senken
Hollow hold|Schiffchen
Superman|Superman
Swimmer|Schwimmer
Cobra|Kobra
Russian twist|Russische Drehung
Boat hold|Boot
Triceps dip|Trizeps-Dip|Dips
Forward fold|Vorbeuge|Sitzende Vorbeuge
Butterfly stretch|Schmetterling
Knees to chest|Knie zur Brust
Supine twist|Drehung im Liegen|Liegende Drehung
Child’s pose|Kindhaltung|Stellung des Kindes|Kindsposition
Hip flexor stretch|Hüftbeugerdehnung|Hüftbeuger dehnen
Calf stretch|Wadendehnung|Waden dehnen
Standing quad stretch|Oberschenkeldehnung|Oberschenkel dehnen
Chest stretch at the wall|Brustdehnung|Brust dehnen
Shoulder stretch across|Schulterdehnung|Schulter dehnen
Triceps stretch|Trizepsdehnung
Neck stretch|Nackendehnung|Nacken dehnen
Hamstring stretch with a strap|Beinrückseite dehnen|Dehnung der Beinrückseite
`;

/** The library's name by each German one. */
export const LIBRARY_NAMES: Readonly<Record<string, string>> = Object.fromEntries(
  ROWS.trim()
    .split('\n')
    .flatMap((row) => {
      const [of = '', ...names] = row.split('|');
      return names.map((name) => [name, of] as const);
    }),
);
