import type { ViewerWords } from '../viewer-word.ts';

export const VIEWERS: ViewerWords = {
  ...{ underMinute: 'Unter einer Minute', minute: '1 Minute', minutes: '{n} Minuten', with: 'mit {what}' },
  ...{ noEquipment: 'ohne Geräte', needNothing: 'Du brauchst keine Geräte.', need: 'Du brauchst: {what}.' },
  music: 'Musik:',
  notice:
    'Hör auf, wenn du Schmerzen in der Brust oder in einem Gelenk spürst oder dir schwindlig oder schwarz ' +
    'vor Augen wird. Frag vorher eine Fachperson, wenn du schwanger, verletzt oder in Behandlung bist. ' +
    'Es gelten örtliche Regeln und der Rat zugelassener Fachleute.',
  ...{ repetition: '1 Wiederholung', repetitions: '{n} Wiederholungen', breath: '1 Atemzug', breaths: '{n} Atemzüge' },
  takeUp: 'Nimm: {what}',
  ...{ oneMove: '1 Übung', manyMoves: '{n} Übungen' },
  ...{ count: '1 Zählzeit', counts: '{n} Zählzeiten', asLong: 'so lange es dauert' },
  ...{ changeOver: 'Wechsel', switchSides: 'Seitenwechsel', leadIn: 'Einstieg' },
  ...{ roundAtHome: '{n} Runde zu Hause', roundsAtHome: '{n} Runden zu Hause', roundsFromTo: '{from} bis {to}' },
  ...{ pauseBefore: 'Pause von {time} vor {what}', roundOf: 'Runde {n} von {of}' },
  ...{ film: 'Der Film', moves: 'Die Übungen', class: 'Die Stunde', done: 'Fertig: weiter', next: 'Nächste Übung' },
  ...{ again: 'Diese Übung noch einmal', roundAgain: 'Diese Runde noch einmal', leaveOut: 'Runde auslassen' },
  ...{ largeTimer: 'Große Uhr', ownPace: 'In meinem Tempo', captions: 'Untertitel', said: 'Was gesagt wird' },
  ...{ level: 'Stufe', asShown: 'wie gezeigt', easier: 'leichter', harder: 'schwerer' },
  ...{ easierIs: 'Leichter: {what}', harderIs: 'Schwerer: {what}', voice: 'Stimme', rest: 'Musik und Töne' },
  ...{ print: 'Karte drucken', card: 'Die Stunde als Karte', block: 'Block', move: 'Übung' },
  ...{ howMuch: 'Wie viel', times: 'Wie oft' },
};
