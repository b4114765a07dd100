// The script of the page for viewers. It runs from a folder as from a server, with no network and nothing installed.
import type { ViewerClass, ViewerSegment } from '../core/delivery/viewer-class.ts';
import { filled } from '../core/language/viewer-word.ts';
import { cardOf } from './card.ts';
import { make } from './make.ts';
import { stemsOf } from './stems.ts';
import { afterMove, afterRound, endingMove, roundStart, segmentAt, thisMove } from './rounds.ts';

const shown = JSON.parse(document.getElementById('class')!.textContent) as ViewerClass;
const { segments, words } = shown;
const video = document.querySelector('video')!;
const now = document.getElementById('now')!;

/** The letter of a button; a phone without a keyboard does not show it. */
const keyOf = (letter: string) => make('span', { class: 'key' }, ` (${letter})`);

const roundOf = ({ round, rounds }: ViewerSegment) => filled(words.roundOf, { n: round, of: rounds });
const clock = (s: number) => `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, '0')}`;

// What a viewer chose; kept in this page alone.
let level: 'shown' | 'easier' | 'harder' = 'shown';
let ownPace = false;
let isLarge = false;
/** The segment that is repeated until the viewer goes on; null: none. */
let waiting: number | null = null;

const label = make('strong');
const dose = make('span', { class: 'dose' });
const option = make('span', { class: 'option', role: 'status' });
const goOn = make('button', { type: 'button', class: 'main', hidden: '' }, words.done, keyOf('G'));
const large = make('div', { class: 'large', 'aria-hidden': 'true', hidden: '' });
document.querySelector('.picture')!.append(large);

const go = (index: number | null) => {
  if (index === null) return;
  waiting = null;
  video.currentTime = segments[index]!.from + 0.01;
  show();
};
const here = () => segmentAt(segments, video.currentTime);

const WAYS: readonly (readonly [key: string, says: string, work: () => void])[] = [
  ['N', words.next, () => go(afterMove(segments, here()))],
  ['R', words.again, () => go(thisMove(segments, here()))],
  ['B', words.roundAgain, () => go(roundStart(segments, here()))],
  ['S', words.leaveOut, () => go(afterRound(segments, here()))],
];
const largeKey = make('button', { type: 'button', 'aria-pressed': 'false' }, words.largeTimer, keyOf('T'));
const pace = make('button', { type: 'button', 'aria-pressed': 'false' }, words.ownPace, keyOf('P'));
const captions = make('button', { type: 'button', 'aria-pressed': 'false' }, words.captions, keyOf('C'));
const levels = make(
  'select',
  {},
  make('option', { value: 'shown' }, words.asShown),
  make('option', { value: 'easier' }, words.easier),
  make('option', { value: 'harder' }, words.harder),
);
const has = (of: 'easier' | 'harder') => segments.some((s) => s[of] !== null);

const track = video.addTextTrack('captions', words.said, shown.language);
for (const { from, to, text } of shown.captions) track.addCue(new VTTCue(from, to, text));
track.mode = 'hidden';

const toggle = (button: HTMLButtonElement, set: (on: boolean) => void) => () => {
  const on = button.getAttribute('aria-pressed') !== 'true';
  button.setAttribute('aria-pressed', String(on));
  set(on);
  show();
};
const switchLarge = toggle(largeKey, (on) => (isLarge = on));
const switchPace = toggle(pace, (on) => {
  ownPace = on;
  if (!on) waiting = null;
});
const switchCaptions = toggle(captions, (on) => (track.mode = on ? 'showing' : 'hidden'));
const goFurther = () => {
  if (waiting === null) return;
  const next = waiting + 1;
  waiting = null;
  if (next < segments.length) go(next);
};

largeKey.onclick = switchLarge;
pace.onclick = switchPace;
captions.onclick = switchCaptions;
goOn.onclick = goFurther;
levels.onchange = () => {
  level = levels.value as typeof level;
  show();
};

// Voice and music apart, where the page came with them: a slider and a key each.
const sliders = {
  voice: make('input', { type: 'range', min: '0', max: '1', step: '0.05', value: '1' }),
  rest: make('input', { type: 'range', min: '0', max: '1', step: '0.05', value: '1' }),
};
const stems = stemsOf(video, () => (sliders.voice.value = sliders.rest.value = '1'));
const turn = (which: 'voice' | 'rest', volume: number) => {
  sliders[which].value = String(volume);
  stems?.set(which, volume);
};
const switchStem = (which: 'voice' | 'rest') => () => turn(which, (stems?.volumeOf(which) ?? 1) > 0 ? 0 : 1);
for (const which of ['voice', 'rest'] as const)
  sliders[which].oninput = () => stems?.set(which, Number(sliders[which].value));

now.append(
  label,
  dose,
  option,
  goOn,
  make(
    'div',
    { class: 'keys' },
    ...WAYS.map(([key, says, work]) => {
      const button = make('button', { type: 'button' }, says, keyOf(key));
      button.onclick = work;
      return button;
    }),
  ),
  make(
    'div',
    { class: 'ways' },
    largeKey,
    ...(segments.some((s) => s.ownPace) ? [pace] : []),
    ...(shown.captions.length > 0 ? [captions] : []),
    ...(stems === null
      ? []
      : [
          make('label', {}, words.voice, keyOf('V'), ' ', sliders.voice),
          make('label', {}, words.rest, keyOf('M'), ' ', sliders.rest),
        ]),
    ...(has('easier') || has('harder') ? [make('label', {}, `${words.level} `, levels)] : []),
    (() => {
      const print = make('button', { type: 'button' }, words.print);
      print.onclick = () => window.print();
      return print;
    })(),
  ),
);
now.hidden = false;

// The list: a heading for each round of each block, a button for each segment.
const list = document.getElementById('moves')!;
list.replaceChildren();
const rows = segments.map((s, i) => {
  const before = segments[i - 1];
  if (s.block !== '' && (before === undefined || before.block !== s.block || before.round !== s.round))
    list.append(
      make(
        'li',
        {},
        make(
          'h3',
          {},
          s.rounds > 1 ? `${s.block}, ${roundOf(s)}` : [s.block, s.atHome ?? ''].filter(Boolean).join(': '),
        ),
      ),
    );
  const isMove = s.kind === 'work' || s.kind === 'hold';
  const button = make(
    'button',
    { type: 'button', class: isMove ? 'move' : 'between' },
    make('span', { class: 'time' }, clock(s.from)),
    make('span', {}, s.label),
    make('span', { class: 'dose' }, s.dose),
  );
  button.onclick = () => {
    go(i);
    void video.play();
  };
  list.append(make('li', {}, button));
  return button;
});

document.querySelector('main')!.after(cardOf(shown));

let marked = -1;
function show(): void {
  const at = waiting ?? here();
  const s: ViewerSegment = segments[at]!;
  label.textContent = s.label;
  dose.textContent = s.rounds > 1 ? `${s.dose} · ${roundOf(s)}` : [s.dose, s.atHome ?? ''].filter(Boolean).join(' · ');
  const chosen = level === 'shown' ? null : s[level];
  option.textContent =
    chosen === null ? '' : filled(level === 'easier' ? words.easierIs : words.harderIs, { what: chosen });
  goOn.hidden = waiting === null;
  large.hidden = !isLarge;
  large.textContent = waiting === null ? String(Math.max(0, Math.ceil(s.to - video.currentTime - 0.05))) : '';
  if (at === marked) return;
  rows[marked]?.removeAttribute('aria-current');
  rows[at]?.setAttribute('aria-current', 'true');
  marked = at;
}

/** The segment the film was in when it was last looked at; null: one went elsewhere since. */
let wasIn: number | null = null;

/** At one's own pace a move of repetitions is shown again until one says that it is done. */
function follow(): void {
  const time = video.currentTime;
  if (video.seeking) wasIn = null;
  if (ownPace && waiting === null && (!video.paused || video.ended)) waiting = endingMove(segments, wasIn, time);
  wasIn = video.seeking ? null : (waiting ?? here());
  if (waiting !== null) {
    const s = segments[waiting]!;
    if (time > s.to - 0.15 || time < s.from - 0.5) video.currentTime = s.from + 0.01;
  }
  stems?.follow();
  show();
}

const frame = () => {
  follow();
  if (!video.paused) requestAnimationFrame(frame);
};
video.addEventListener('play', () => {
  requestAnimationFrame(frame);
  // The screen stays on while the class runs, where the browser can do that.
  void navigator.wakeLock?.request('screen').catch(() => undefined);
});
video.addEventListener('seeking', () => (wasIn = null));
// A page that is not seen gets no frames, but still hears how far the film is.
for (const event of ['timeupdate', 'seeked', 'loadedmetadata']) video.addEventListener(event, follow);

document.addEventListener('keydown', (e) => {
  if (e.ctrlKey || e.metaKey || e.altKey || e.target instanceof HTMLSelectElement) return;
  const key = e.key.toUpperCase();
  const way = WAYS.find(([k]) => k === key);
  const others: Readonly<Record<string, () => void>> = {
    T: switchLarge,
    P: switchPace,
    C: switchCaptions,
    G: goFurther,
    ...(stems !== null && { V: switchStem('voice'), M: switchStem('rest') }),
  };
  const isFree = e.target === document.body || e.target === document.documentElement;
  if (way !== undefined) way[2]();
  else if (key in others) others[key]!();
  else if (e.key === ' ' && isFree) void (video.paused ? video.play() : video.pause());
  else if (e.key === 'ArrowRight' && isFree) video.currentTime += 5;
  else if (e.key === 'ArrowLeft' && isFree) video.currentTime -= 5;
  else return;
  e.preventDefault();
});
show();
