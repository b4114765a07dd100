/**
 * What is said of a move while it is shown or done (general knowledge of the trade), by what its name has: a move of
 * several of these has the words of all. Names and words are normalised, without umlauts.
 */
const SAID: readonly (readonly [name: string, words: string])[] = [
  [
    'kniebeuge|squat|plie|wandsitz',
    'knie hinsetzen setz setzt po gesass tief zehen fersen brust aufstehen hocke stuhl hufte',
  ],
  [
    'ausfallschritt|lunge|split',
    'schritt knie vorn vordere hintere hinten fuss senken aufrecht tief boden gerade ferse',
  ],
  [
    'kreuzheben|rumpfbeuge|deadlift|hinge',
    'hufte rucken gerade flach nach hinten schieben schienbein hamstrings beuger aufrichten',
  ],
  ['rudern|row', 'ziehen zieh zieht ellbogen schulterblatter rucken gerade rippen eng'],
  ['uberkopf|schulterdrucken|drucken', 'drucken druck druckt hoch uber kopf decke arme strecken ohren'],
  ['liegestutz|push ?up', 'brust hande boden ellbogen korper linie drucken bauch schultern finger handgelenke wand'],
  ['stutz|plank|brett|planke', 'linie bauch ellbogen unterarme schultern po korper halten spannung hande fersen kopf'],
  ['brucke|beckenheben|bridge', 'becken hufte heben hoch po gesass fersen rollen abrollen wirbel decke rucken'],
  ['kafer|dead ?bug', 'gegengleich arm bein rucken flach bauch decke ferse boden'],
  ['vierfussler|bird ?dog|diagonal', 'arm bein strecken lang hufte knie hand rucken gegengleich halten'],
  ['crunch|sit ?up|bauchpresse|aufrollen', 'kopf schultern heben bauch kinn rippen hande ausatmen aufrollen'],
  ['bein(?:heben|senken)|schere', 'bein beine heben senken langsam rucken boden ferse bauch gestreckt'],
  ['schwimmer|superman|ruckenstrecker|bauchlage', 'arme beine heben bauch lang nacken boden blick paddeln'],
  ['seitlage|muschel|abspreiz', 'seite bein hufte knie offnen heben fersen oberes'],
  ['wadenheben|zehenstand', 'ferse fersen zehen heben hoch senken waden'],
  ['marsch|gehen', 'marschieren knie arme fusse schwingen stelle'],
  ['knie(?:hub|heben|hebe)', 'knie heben hoch arme ellbogen hande zug'],
  ['(?<!ausfall)schritt|step', 'schritt seite tipp ran vor zuruck links rechts'],
  ['tipp', 'ferse zehen tipp tippen vorn seite'],
  ['anfersen|beincurl', 'ferse fersen po hinten'],
  ['schulter(?:kreisen|rollen)', 'schultern kreisen hinten vorn ohren rollen gross'],
  ['kreisen', 'kreise kreis kreisen gross klein richtung runde'],
  ['hufte?kreis|huftkreisen', 'hufte hande becken'],
  ['kopf|nacken', 'kopf nacken ohr schulter kinn blick'],
  ['drehen|drehung|twist|holzhacker', 'drehen dreh dreht seite blick schulter arm oberkorper knie'],
  ['katze|kuh', 'rund rucken katzenbuckel wirbelsaule blick becken'],
  ['kind', 'fersen stirn arme lang knie po sitzen atmen ablegen'],
  ['vorbeuge|vorwartsbeuge', 'hangen beine lang zehen kopf schwer beugen'],
  ['seit(?:neig|beuge|dehn)', 'seite arm uber lang rippen neigen strecken'],
  ['wade(?:n)?dehn|wadenstretch|wade', 'ferse boden hinten bein gestreckt wade'],
  ['oberschenkel|quadrizeps', 'fuss ferse knie po ziehen halten becken'],
  ['huftbeuger', 'becken hufte knie vorn kippen'],
  ['brust', 'brust offnen arme hinten hande schultern'],
  ['trizeps', 'arm ellbogen kopf hinten rucken'],
  ['hund(?!ert)', 'fersen hufte hande schieben rucken beine kopf'],
  ['krieger', 'knie vorn arme blick hufte lang'],
  ['bizeps|curl', 'ellbogen beugen hoch senken oberarme'],
  ['seitheben', 'arme seite schulterhohe heben'],
  ['bergsteiger', 'knie brust hande schnell wechsel'],
  ['hampelmann|sprung|springen', 'springen spring landen weich arme beine zusammen'],
  ['boxen|schlag|punch', 'faust fauste schlag schlage arm kinn hufte deckung'],
  ['federn', 'federn klein tief unten'],
];

export const SAID_OF: readonly (readonly [RegExp, readonly string[]])[] = SAID.map(([name, words]) => [
  new RegExp(`(?:${name})`, 'u'),
  words.split(' '),
]);
