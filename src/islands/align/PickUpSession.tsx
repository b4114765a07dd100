import { Key } from '../../ui/Key.tsx';
import { useEffect, useRef, useState } from 'react';
import { Mic, Play, Square, X } from 'lucide-react';
import { type Recording, NoMicrophone, startRecording } from '../../browser/voice-recorder.ts';
import type { PickUp } from '../../core/edit/decisions.ts';
import { toProgramme } from '../../core/edit/shots.ts';
import type { Fit } from '../../core/sound/pick-ups.ts';
import { type Micros, ZERO, later, movedBack } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError } from '../shared/api.ts';
import { addressOf } from '../shared/call.ts';
import { usePlayhead } from '../shared/playhead.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useDerived } from '../workbench/workbench-context.tsx';
import { usePickUps } from './use-pick-ups.ts';

const COUNT_MS = 700;
/** The picture begins so long before the line, so that one knows where one is. */
const BEFORE_US = 700_000 * 3;
/** Recording ends by itself so long after the room is over. */
const OVERTIME_MS = 2_500;

type State =
  | { readonly kind: 'still' }
  | { readonly kind: 'counting'; readonly left: number }
  | { readonly kind: 'recording'; readonly since: number; readonly recording: Recording }
  | { readonly kind: 'sending' };

/** Lines spoken again, one after the other: count-in, speak while the picture runs, see whether it fits, next. */
export function PickUpSession({ onDone }: { readonly onDone: () => void }) {
  const { lines, triesOf, choose, send, forget } = usePickUps();
  const { inHand, plan } = useDerived();
  const { language } = plan;
  const [index, setIndex] = useState(() =>
    Math.max(
      0,
      lines.findIndex((l) => l.recording === null),
    ),
  );
  const [state, setState] = useState<State>({ kind: 'still' });
  const [trouble, setTrouble] = useState<string | null>(null);
  const line = lines[Math.min(index, lines.length - 1)];
  const picker = useRef<HTMLInputElement>(null);
  const running = useRef<Recording | null>(null);
  const left = useRef(false);
  useEffect(() => {
    left.current = false;
    return () => {
      left.current = true;
      running.current?.cancel();
      running.current = null;
    };
  }, []);

  const shots = inHand?.programme.shots ?? [];
  const goTo = (to: number) => {
    if (state.kind !== 'still' || lines[to] === undefined) return;
    setIndex(to);
    usePlayhead.getState().seek?.(toProgramme(lines[to].at, shots));
  };
  const sent = async (of: PickUp, sound: Blob) => {
    setState({ kind: 'sending' });
    try {
      await send(of, sound);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
    } finally {
      setState({ kind: 'still' });
    }
  };
  const stop = async (of: PickUp) => {
    const recording = running.current;
    if (recording === null) return;
    running.current = null;
    usePlayhead.getState().pause?.();
    await sent(of, await recording.stop());
  };
  const begin = async (of: PickUp) => {
    setTrouble(null);
    try {
      // Asked for first: what the browser asks back must not fall into the count-in.
      const warm = await startRecording();
      warm.cancel();
      usePlayhead.getState().seek?.(later(ZERO, movedBack(toProgramme(of.at, shots), BEFORE_US)));
      usePlayhead.getState().playQuiet?.();
      for (let count = 3; count > 0; count--) {
        setState({ kind: 'counting', left: count });
        await new Promise((done) => setTimeout(done, COUNT_MS));
        // Somebody went elsewhere while it counted: nothing listens then.
        if (left.current) return;
      }
      const recording = await startRecording();
      running.current = recording;
      setState({ kind: 'recording', since: performance.now(), recording });
      setTimeout(() => running.current === recording && void stop(of), of.roomUs / 1e3 + OVERTIME_MS);
    } catch (error) {
      if (!(error instanceof NoMicrophone)) throw error;
      setTrouble(error.message);
      setState({ kind: 'still' });
    }
  };
  const speakOrStop = () => {
    if (line === undefined) return;
    if (state.kind === 'recording') void stop(line);
    else if (state.kind === 'still') void begin(line);
  };
  const standIn = async (of: PickUp) => {
    setTrouble(null);
    const answer = await fetch(addressOf('spokenLine', {}, { text: of.text, language: language ?? 'en' })).catch(
      () => null,
    );
    if (answer?.ok !== true) return setTrouble('The stand-in voice does not answer.');
    await sent(of, await answer.blob());
  };
  useLetterCommands([
    { label: 'Speak the line, or stop', letter: 'r', run: speakOrStop },
    { label: 'Next line to speak', letter: 'n', run: () => goTo(index + 1) },
    { label: 'Line before', letter: 'b', run: () => goTo(index - 1) },
  ]);
  if (line === undefined) return null;
  const spoken = lines.filter((l) => l.recording !== null).length;
  const tries = triesOf(line);
  return (
    <section aria-label="Speak lines again" className="border-2 border-ink bg-paper p-3">
      <p className="flex items-baseline justify-between text-[13px] text-soft">
        <span>
          Line {index + 1} of {lines.length}, at <time>{writeTime(line.at, 1)}</time> · {spoken} spoken
        </span>
        <button className="btn btn-quiet" onClick={onDone}>
          Done
        </button>
      </p>
      <p className="mt-1 font-display text-2xl leading-tight font-semibold">{line.text}</p>
      <RoomBar room={line.roomUs} state={state} />
      {trouble !== null && <Notice alarm>{trouble}</Notice>}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <button
          className="btn btn-main"
          disabled={state.kind === 'counting' || state.kind === 'sending'}
          onClick={speakOrStop}
        >
          {state.kind === 'recording' ? <Square size={13} /> : <Mic size={13} />}
          {state.kind === 'recording' ? 'Stop' : tries.length > 0 ? 'Again' : 'Speak'} <Key>R</Key>
        </button>
        <button className="btn" disabled={index === 0 || state.kind !== 'still'} onClick={() => goTo(index - 1)}>
          Back <Key>B</Key>
        </button>
        <button
          className="btn"
          disabled={index >= lines.length - 1 || state.kind !== 'still'}
          onClick={() => goTo(index + 1)}
        >
          Next <Key>N</Key>
        </button>
        <span role="status" className="text-[13px] text-soft">
          {state.kind === 'sending' ? 'Keeping it …' : state.kind === 'recording' ? 'Recording' : ''}
        </span>
      </div>
      <ul className="mt-2">
        {tries.map((t, i) => (
          <li key={t.id} className="flex items-center gap-2 border-t py-1">
            <label className="flex min-w-0 flex-1 items-center gap-2">
              <input
                type="radio"
                name="try"
                checked={line.recording === t.id}
                onChange={() => choose(line.id, t.id)}
                aria-label={`Use try ${i + 1}`}
              />
              Try {i + 1}
              <span className={t.fit !== null && t.fit.over > 0 ? 'font-bold text-alarm' : 'text-soft'}>
                {t.fit === null ? 'is listened to …' : fitSays(t.fit, line.roomUs)}
              </span>
            </label>
            <IconButton label={`Hear try ${i + 1}`} onClick={() => void new Audio(t.url).play().catch(() => undefined)}>
              <Play size={14} />
            </IconButton>
            <IconButton label={`Throw try ${i + 1} away`} onClick={() => forget(line, t.id)}>
              <X size={14} />
            </IconButton>
          </li>
        ))}
      </ul>
      <p className="mt-2 flex flex-wrap gap-x-4 border-t pt-1 text-[13px] text-soft">
        <input
          ref={picker}
          type="file"
          accept="audio/*,.wav,.flac,.mp3,.m4a,.ogg,.webm"
          className="sr-only"
          tabIndex={-1}
          aria-label="Sound file of the line"
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (file !== undefined) void sent(line, file);
            e.target.value = '';
          }}
        />
        <button className="underline" disabled={state.kind !== 'still'} onClick={() => picker.current?.click()}>
          Bring in a file
        </button>
        <button className="underline" disabled={state.kind !== 'still'} onClick={() => void standIn(line)}>
          Let the stand-in speak it
        </button>
      </p>
    </section>
  );
}

const tenths = (us: Micros | number) => `${(us / 1e6).toFixed(1)} s`;

/** Whether a try fits, in words. */
function fitSays({ length, speedPpm, over }: Fit, room: Micros): string {
  if (over > 0) return `${tenths(over)} too long, even 8 % faster`;
  const faster = speedPpm > 1e6 ? `, ${((speedPpm - 1e6) / 1e4).toFixed(0)} % faster` : '';
  return `${tenths(length)} of ${tenths(room)}, fits${faster}`;
}

/** The room a line has, filled while one speaks: what runs over its end is too long. */
function RoomBar({ room, state }: { readonly room: Micros; readonly state: State }) {
  const [now, setNow] = useState(0);
  const since = state.kind === 'recording' ? state.since : null;
  useEffect(() => {
    if (since === null) return setNow(0);
    const tick = setInterval(() => setNow(performance.now() - since), 50);
    return () => clearInterval(tick);
  }, [since]);
  const share = now / (room / 1e3);
  return (
    <div className="my-2">
      <div className="relative h-6 border border-ink bg-sheet" aria-hidden="true">
        <span
          className={`absolute inset-y-0 left-0 ${share > 1 ? 'bg-alarm' : 'bg-ink'}`}
          style={{ width: `${Math.min(1, share) * 100}%` }}
        />
        {state.kind === 'counting' && (
          <span className="figures absolute inset-0 text-center text-[17px] leading-6 font-bold">{state.left}</span>
        )}
      </div>
      <p className="mt-0.5 text-[13px] text-soft">
        It has <span className="figures">{tenths(room)}</span>
        {share > 1 ? ', over' : ''}
      </p>
    </div>
  );
}
