import { useRef, useState } from 'react';
import type { Plan } from '../../core/plan/plan.ts';
import { inLanguage } from '../../core/transcript/transcript.ts';
import { withPlan } from '../../core/workout/with-language.ts';
import type { Proposal } from '../../core/propose/propose.ts';
import type { ReadProblem } from '../../formats/problem.ts';
import { TRANSCRIPT_FORMATS, readTranscript } from '../../formats/transcript-reader.ts';
import { TRANSCRIPT_FILES } from '../../formats/transcript-writer.ts';
import { Notice } from '../../ui/Notice.tsx';
import { addressOf, call } from '../shared/call.ts';
import type { TakeWithTranscript } from '../../contract/wire.ts';
import { useDocument, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';
import { ProposePlan } from './ProposePlan.tsx';
import { useTakeActions } from './use-take-actions.ts';
import { Hint } from '../../ui/Hint.tsx';

const ACCEPTED = '.vtt,.srt,.ttml,.dfxp,.xml,.json,.csv,.txt,text/*,application/json';

interface Props {
  readonly entry: TakeWithTranscript;
  readonly chosen: boolean;
  readonly reload: () => Promise<void>;
  readonly hear: () => void;
}

const isEmpty = ({ blocks }: Plan) => blocks.every((b) => b.moves.length === 0);

/**
 * The words of a take: brought in, heard, timed, saved in any format; a plan proposed from them where there is none.
 */
export function TakeWords({ entry: { take, transcript, work }, chosen, reload, hear }: Props) {
  const [problems, setProblems] = useState<readonly ReadProblem[]>([]);
  const [pasting, setPasting] = useState(false);
  const { document, change } = useDocument();
  const { workbench } = useWorkbench();
  const { studio } = useStudio();
  const [doubts, setDoubts] = useState<readonly string[]>([]);
  const { trouble, attempt } = useTakeActions(take.id, reload);
  const pasted = useRef<HTMLTextAreaElement>(null);
  const picker = useRef<HTMLInputElement>(null);
  const empty = isEmpty(document.plan);
  const hearing = work.some((w) => w.kind === 'words' && (w.state === 'queued' || w.state === 'running'));
  const read = transcript === null ? null : readTranscript(transcript.text).value;
  const timed = read !== null && read.cues.some((c) => c.words !== null);
  const acceptPlan = (proposal: Proposal) => {
    // What was planned meanwhile stays.
    change('Propose a plan', (d) =>
      isEmpty(d.plan) ? withPlan(d, { ...proposal.plan, instructor: d.plan.instructor, cueing: d.plan.cueing }) : d,
    );
    setDoubts([`${proposal.intervals.length} intervals were heard.`, ...proposal.doubts]);
  };
  const put = (text: string) =>
    void attempt(async () => {
      await workbench.flush();
      const { takes } = workbench.getState();
      const revision = takes.find((t) => t.take.id === take.id)?.transcript?.revision ?? 0;
      const answer = await call(
        'setTranscript',
        { id: take.id },
        {
          body: text,
          headers: { 'If-Match': `"${revision}"` },
        },
      );
      setProblems(answer.problems);
      setPasting(false);
    });
  return (
    <>
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        <span>
          {transcript === null || read === null ? (
            <span className={take.ofTake === null ? 'text-alarm' : 'text-soft'}>
              {take.ofTake === null
                ? 'No transcript yet: without words nothing can be aligned.'
                : 'No words of its own.'}
            </span>
          ) : (
            <>
              Transcript: {TRANSCRIPT_FILES[transcript.format].title},{' '}
              <span className="figures">
                {read.cues.reduce((sum, cue) => sum + cue.text.split(/\s+/).filter((w) => w !== '').length, 0)}
              </span>{' '}
              words{timed ? ' with times' : ', no word has a time of its own'}
            </>
          )}
        </span>
        <input
          ref={picker}
          type="file"
          accept={ACCEPTED}
          className="sr-only"
          aria-label={`Transcript file of ${take.name}`}
          tabIndex={-1}
          onChange={(e) => {
            void e.target.files?.[0]?.text().then(put);
            e.target.value = '';
          }}
        />
        <button className="btn" onClick={() => picker.current?.click()}>
          {transcript === null ? 'Bring in a transcript' : 'Replace the transcript'}
        </button>
        <button className="btn btn-quiet" aria-expanded={pasting} onClick={() => setPasting(!pasting)}>
          or paste it
        </button>
        {!hearing && (
          <Hint
            says={
              transcript === null
                ? 'What ships is a stand-in that knows the demo’s take; a real service’s answer is brought in ' +
                  'as a file.'
                : 'Looks for each phrase in the sound, near where the transcript has it.'
            }
          >
            <button className="btn" onClick={hear}>
              {transcript === null ? 'Ask the transcription service' : 'Time the words by the sound'}
            </button>
          </Hint>
        )}
        {transcript?.hasPrevious === true && (
          <button
            className="btn btn-quiet"
            onClick={() =>
              void attempt(async () => {
                await workbench.flush();
                await call('previousTranscript', { id: take.id });
              })
            }
          >
            The one before
          </button>
        )}
      </div>
      {transcript !== null && (
        <p className="mt-1 flex flex-wrap gap-x-3 text-[13px] text-soft">
          Save as{' '}
          {TRANSCRIPT_FORMATS.map((format) => (
            <a key={format} className="underline" href={addressOf('transcriptFile', { id: take.id, format })} download>
              {TRANSCRIPT_FILES[format].title}
            </a>
          ))}
        </p>
      )}
      {read !== null && chosen && empty && (
        <ProposePlan
          recording={() => ({
            transcript: inLanguage(read, document.plan.language),
            duration: take.duration,
            title: document.plan.title,
            sound: take.sound,
            exercises: studio?.exercises ?? [],
          })}
          accept={acceptPlan}
          attempt={attempt}
        />
      )}
      {doubts.length > 0 && (
        <div className="mt-2">
          <Notice>{doubts.join(' ')}</Notice>
        </div>
      )}
      {pasting && (
        <div className="mt-2 flex flex-col gap-2">
          <textarea
            ref={pasted}
            rows={8}
            aria-label="Transcript"
            className="field-box w-full font-mono text-[13px]"
            placeholder={'[0:00] Welcome …\n[0:20] …'}
          />
          <button className="btn btn-main self-start" onClick={() => put(pasted.current?.value ?? '')}>
            Use this text
          </button>
        </div>
      )}
      {trouble !== null && (
        <div className="mt-2">
          <Notice alarm>{trouble}</Notice>
        </div>
      )}
      {problems.length > 0 && (
        <ul role="status" className="mt-2 border-l-[3px] border-talk! pl-3 text-[13.5px]">
          {problems.slice(0, 8).map((p, i) => (
            <li key={i}>
              {p.line > 0 && <span className="figures mr-2">line {p.line}</span>}
              {p.message}
            </li>
          ))}
          {problems.length > 8 && <li>and {problems.length - 8} more</li>}
        </ul>
      )}
    </>
  );
}
