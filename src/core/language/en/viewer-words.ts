import type { ViewerWords } from '../viewer-word.ts';

export const VIEWERS: ViewerWords = {
  ...{ underMinute: 'Under a minute', minute: '1 minute', minutes: '{n} minutes', with: 'with {what}' },
  ...{ noEquipment: 'no equipment', needNothing: 'You need no equipment.', need: 'You need: {what}.', music: 'Music:' },
  notice:
    'Stop if you feel chest pain, faintness, dizziness or pain in a joint. Ask a health professional first ' +
    'if you are pregnant, injured or under treatment. Local rules and licensed practice decide.',
  ...{ repetition: '1 repetition', repetitions: '{n} repetitions', breath: '1 breath', breaths: '{n} breaths' },
  takeUp: 'Take up {what}',
  ...{ oneMove: '1 move', manyMoves: '{n} moves' },
  ...{ count: '1 count', counts: '{n} counts', asLong: 'as long as it takes' },
  ...{ changeOver: 'Change-over', switchSides: 'Switch sides', leadIn: 'Lead-in' },
  ...{ roundAtHome: '{n} round at home', roundsAtHome: '{n} rounds at home', roundsFromTo: '{from} to {to}' },
  ...{ pauseBefore: 'Pause for {time} before {what}', roundOf: 'round {n} of {of}' },
  ...{ film: 'The film', moves: 'The moves', class: 'The class', done: 'Done: go on', next: 'Next move' },
  ...{ again: 'This move again', roundAgain: 'This round again', leaveOut: 'Leave out the round' },
  ...{ largeTimer: 'Large timer', ownPace: 'At my own pace', captions: 'Captions', said: 'What is said' },
  ...{ level: 'Level', asShown: 'as shown', easier: 'easier', harder: 'harder' },
  ...{ easierIs: 'Easier: {what}', harderIs: 'Harder: {what}', voice: 'Voice', rest: 'Music and tones' },
  ...{ print: 'Print the card', card: 'The class as a card', block: 'Block', move: 'Move' },
  ...{ howMuch: 'How much', times: 'Times' },
};
