import { useCallback, useRef, useState } from 'react';
import { Upload } from 'lucide-react';
import { propose } from '../../core/take/propose.ts';
import type { Micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import type { ReadProblem } from '../../formats/problem.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError, api } from '../shared/api.ts';
import type { TakeWithTranscript } from '../workbench/take.ts';
import { useDocument, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';
import { Waveform } from './Waveform.tsx';
import { type TakeUpload, uploadTake } from './upload-take.ts';

/** Takes come in here: a video, then the words that were said. */
export function ShootStation() {
  const { workbench } = useWorkbench();
  const { document, change } = useDocument();
  const takes = workbench((s) => s.takes);
  const id = workbench((s) => s.id);
  const [progress, setProgress] = useState<{ name: string; share: number } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const sending = useRef<TakeUpload | null>(null);
  const [paused, setPaused] = useState(false);
  const picker = useRef<HTMLInputElement>(null);

  const reload = useCallback(async () => {
    workbench.getState().setTakes(await api<TakeWithTranscript[]>(`/api/workouts/${id}/takes`));
  }, [workbench, id]);
  const bringIn = async (file: File) => {
    setTrouble(null);
    setProgress({ name: file.name, share: 0 });
    setPaused(false);
    const upload = uploadTake(file, (share) => setProgress({ name: file.name, share }));
    sending.current = upload;
    try {
      const uploadId = await upload.done;
      const take = await api<{ id: string }>(`/api/workouts/${id}/takes?upload=${uploadId}&name=${encodeURIComponent(file.name)}`, { method: 'POST' });
      await reload();
      change('Choose the take', (d) => ({ ...d, edit: { ...d.edit, takeId: d.edit.takeId ?? take.id } }));
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(`${file.name}: ${error.message}`);
    }
    setProgress(null);
  };

  return (
    <div
      className="mx-auto max-w-5xl px-4 py-5 sm:px-6"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => { e.preventDefault(); const file = e.dataTransfer.files[0]; if (file !== undefined) void bringIn(file); }}
    >
      <div className="flex flex-wrap items-center justify-between gap-3 border-b pb-3">
        <h2 className="text-2xl">Takes</h2>
        <input ref={picker} type="file" accept="video/mp4,video/webm,.mp4,.webm" className="sr-only" aria-label="Video file" tabIndex={-1} onChange={(e) => { const file = e.target.files?.[0]; if (file !== undefined) void bringIn(file); e.target.value = ''; }} />
        <button className="btn btn-main" disabled={progress !== null} onClick={() => picker.current?.click()}><Upload size={14} />Bring in a take</button>
      </div>
      {progress !== null && (
        <div role="status" className="mt-3 flex items-center gap-3">
          <span className="truncate">{progress.name}</span>
          <progress className="flex-1" value={progress.share} max={1} aria-label="Upload" />
          <span className="figures">{Math.round(progress.share * 100)} %</span>
          <button className="btn" onClick={() => { if (paused) sending.current?.resume(); else sending.current?.pause(); setPaused(!paused); }}>{paused ? 'Go on' : 'Pause'}</button>
          <button className="btn btn-quiet border-line" onClick={() => sending.current?.stop()}>Stop</button>
        </div>
      )}
      {trouble !== null && <div className="mt-3"><Notice alarm>{trouble}</Notice></div>}
      {takes.length === 0 && progress === null && (
        <div className="py-16 text-center">
          <h2 className="text-2xl">Nothing filmed yet</h2>
          <p className="mx-auto mt-1 max-w-md text-soft">Bring in an MP4 or WebM, or drop it anywhere on this page. Then its transcript: WebVTT, SRT, or text whose paragraphs begin with [m:ss].</p>
        </div>
      )}
      <ul>
        {takes.map((entry) => (
          <TakeCard
            key={entry.take.id} entry={entry} chosen={document.edit.takeId === entry.take.id} reload={reload}
            choose={() => change('Choose the take', (d) => ({ ...d, edit: { ...d.edit, takeId: entry.take.id, pins: [], removed: [], accepted: false } }))}
          />
        ))}
      </ul>
    </div>
  );
}

function wordCount(text: string): number {
  return readTranscript(text).value.cues.reduce((sum, cue) => sum + cue.text.split(/\s+/).filter((w) => w !== '').length, 0);
}

interface CardProps {
  readonly entry: TakeWithTranscript;
  readonly chosen: boolean;
  readonly choose: () => void;
  readonly reload: () => Promise<void>;
}

function TakeCard({ entry: { take, transcript }, chosen, choose, reload }: CardProps) {
  const [problems, setProblems] = useState<readonly ReadProblem[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [pasting, setPasting] = useState(false);
  const { document, change } = useDocument();
  const { book } = useStudio();
  const [doubts, setDoubts] = useState<readonly string[]>([]);
  const empty = document.plan.blocks.every((b) => b.moves.length === 0);
  const proposePlan = (text: string) => {
    const proposal = propose(readTranscript(text).value, take.duration, document.plan.title, book);
    change('Propose a plan', (d) => ({ ...d, plan: { ...proposal.plan, instructor: d.plan.instructor, cueing: d.plan.cueing } }));
    setDoubts([`${proposal.intervals.length} intervals were heard.`, ...proposal.doubts]);
  };
  const pasted = useRef<HTMLTextAreaElement>(null);
  const picker = useRef<HTMLInputElement>(null);
  const put = async (text: string) => {
    setTrouble(null);
    try {
      const answer = await api<{ problems: ReadProblem[] }>(`/api/takes/${take.id}/transcript`, { method: 'PUT', body: text, headers: { 'Content-Type': 'text/plain' } });
      setProblems(answer.problems);
      setPasting(false);
      await reload();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
    }
  };
  return (
    <li className="border-b py-4">
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h3 className="text-lg">{take.name}</h3>
        <span className="text-[13px] text-soft"><time>{writeTime(take.duration as Micros, 1)}</time> · {take.width}×{take.height} · <span className="figures">{(take.rate.num / take.rate.den).toFixed(take.rate.den === 1 ? 0 : 2)}</span> frames a second · {take.videoCodec}, {take.audioCodec} · <span className="figures">{(take.file.bytes / 2 ** 20).toFixed(1)}</span> MiB</span>
        <span className="ml-auto">{chosen ? <strong>Used for the programme</strong> : <button className="btn" onClick={choose}>Use this take</button>}</span>
      </div>
      <Waveform takeId={take.id} />
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        <span>{transcript === null ? <span className="text-alarm">No transcript yet: without words nothing can be aligned.</span> : <>Transcript: {transcript.format === 'paragraphs' ? 'text with [m:ss]' : transcript.format === 'vtt' ? 'WebVTT' : 'SRT'}, <span className="figures">{wordCount(transcript.text)}</span> words</>}</span>
        <input ref={picker} type="file" accept=".vtt,.srt,.txt,text/plain,text/vtt" className="sr-only" aria-label={`Transcript file of ${take.name}`} tabIndex={-1} onChange={(e) => { void e.target.files?.[0]?.text().then(put); e.target.value = ''; }} />
        <button className="btn" onClick={() => picker.current?.click()}>{transcript === null ? 'Bring in a transcript' : 'Replace the transcript'}</button>
        <button className="btn btn-quiet" aria-expanded={pasting} onClick={() => setPasting(!pasting)}>or paste it</button>
      </div>
      {transcript !== null && chosen && empty && (
        <p className="mt-2"><button className="btn btn-main" onClick={() => proposePlan(transcript.text)}>Propose a plan from these words</button> <span className="text-[13px] text-soft">There is no plan yet. Blocks, moves, rounds and lengths are read from the calls; set right on the Plan what is not as it was.</span></p>
      )}
      {doubts.length > 0 && <div className="mt-2"><Notice>{doubts.join(' ')}</Notice></div>}
      {pasting && (
        <div className="mt-2 flex flex-col gap-2">
          <textarea ref={pasted} rows={8} aria-label="Transcript" className="field-box w-full font-mono text-[12px]" placeholder={'[0:00] Welcome …\n[0:20] …'} />
          <button className="btn btn-main self-start" onClick={() => void put(pasted.current?.value ?? '')}>Use this text</button>
        </div>
      )}
      {trouble !== null && <div className="mt-2"><Notice alarm>{trouble}</Notice></div>}
      {problems.length > 0 && (
        <ul role="status" className="mt-2 border-l-[3px] border-talk! pl-3 text-[13.5px]">
          {problems.slice(0, 8).map((p, i) => <li key={i}>{p.line > 0 && <span className="figures mr-2">line {p.line}</span>}{p.message}</li>)}
          {problems.length > 8 && <li>and {problems.length - 8} more</li>}
        </ul>
      )}
    </li>
  );
}
