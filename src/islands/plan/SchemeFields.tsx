import { BUILD_UPS, type BuildUp } from '../../core/plan/choreography.ts';
import { type Scheme } from '../../core/plan/plan.ts';
import { defaultScheme } from '../../core/plan/new-plan.ts';
import { tempoLength } from '../../core/plan/scheme.ts';
import { type Length, ZERO, fromSeconds } from '../../core/time/micros.ts';
import { FreeSteps } from './FreeSteps.tsx';
import { LadderSteps } from './LadderSteps.tsx';
import { TimeField } from '../shared/TimeField.tsx';
import { Hint } from '../../ui/Hint.tsx';
import { NumberField } from '../../ui/NumberField.tsx';

type Kind = Exclude<Scheme['kind'], 'plain'>;
const WORDS: Readonly<Record<Kind, string>> = {
  interval: 'work / rest',
  pair: 'pairs',
  emom: 'every minute',
  ladder: 'ladder',
  reps: 'repetitions',
  counts: 'counts to music',
  choreography: 'combination',
  hold: 'holds',
  flow: 'flow',
};
const BUILD_WORDS: Readonly<Record<BuildUp, string>> = {
  'add-on': 'add on: A · B · AB · C · ABC',
  link: 'link: AB · CD · ABCD',
  reduce: 'reduce: 4 × each, 2 ×, 1 ×',
  layer: 'layers over the first',
  free: 'free order',
};
const s = fromSeconds;
const FRESH: Readonly<Record<Kind, Scheme>> = {
  interval: defaultScheme('circuit'),
  pair: { kind: 'pair', firstUs: s(40), secondUs: s(20), restUs: s(20) },
  emom: { kind: 'emom', periodUs: s(60), workUs: s(45) },
  ladder: { kind: 'ladder', worksUs: [s(20), s(30), s(40)], restUs: s(15) },
  reps: { kind: 'reps', reps: 10, repUs: s(5), tempo: '3-1-1-0', restUs: s(30) },
  counts: { kind: 'counts', counts: 32, milliBpm: 126_000, restUs: s(0) },
  choreography: { kind: 'choreography', build: 'add-on', milliBpm: 128_000, free: [] },
  hold: defaultScheme('hold'),
  flow: defaultScheme('flow'),
};

/** How a block is timed. */
export function SchemeFields({
  scheme,
  plain,
  onChange,
}: {
  readonly scheme: Scheme;
  readonly plain: boolean;
  readonly onChange: (scheme: Scheme) => void;
}) {
  const box = 'said';
  const time = (label: string, value: Length, set: (value: Length) => Scheme) => (
    <TimeField label={label} value={value} onChange={(v) => onChange(set(v))} className={box} />
  );
  if (plain || scheme.kind === 'plain') {
    const lengthUs = scheme.kind === 'plain' ? scheme.lengthUs : ZERO;
    return (
      <span className="flex items-baseline gap-x-1.5">
        <span className="text-soft">lasts</span>
        {time('Length', lengthUs, (v) => ({ kind: 'plain', lengthUs: v }))}
      </span>
    );
  }
  return (
    <span className="flex flex-wrap items-baseline gap-x-1.5">
      <select
        aria-label="Timing"
        className="said"
        value={scheme.kind}
        onChange={(e) => onChange(FRESH[e.target.value as Kind])}
      >
        {Object.entries(WORDS).map(([kind, words]) => (
          <option key={kind} value={kind}>
            {words}
          </option>
        ))}
      </select>
      <Fields scheme={scheme} onChange={onChange} time={time} />
    </span>
  );
}

interface FieldsProps {
  readonly scheme: Exclude<Scheme, { kind: 'plain' }>;
  readonly onChange: (scheme: Scheme) => void;
  readonly time: (label: string, value: Length, set: (value: Length) => Scheme) => React.ReactNode;
}

function Fields({ scheme, onChange, time }: FieldsProps) {
  const count = (
    label: string,
    {
      value,
      low,
      high,
      fractions = false,
      set,
    }: {
      readonly value: number;
      readonly low: number;
      readonly high: number;
      readonly fractions?: boolean;
      readonly set: (value: number) => Scheme;
    },
  ) => (
    <Hint says={label} isName>
      <NumberField
        aria-label={label}
        {...{ least: low, most: high, value, fractions }}
        className="said text-right"
        onChange={(n) => onChange(set(n))}
      />
    </Hint>
  );
  const label = (text: string) => <span className="text-soft">{text}</span>;
  switch (scheme.kind) {
    case 'choreography':
      return (
        <>
          <select
            aria-label="Build-up"
            className="said"
            value={scheme.build}
            onChange={(e) => onChange({ ...scheme, build: e.target.value as BuildUp })}
          >
            {BUILD_UPS.map((build) => (
              <option key={build} value={build}>
                {BUILD_WORDS[build]}
              </option>
            ))}
          </select>
          {scheme.build === 'free' && <FreeSteps scheme={scheme} onChange={onChange} />}
          {label('at')}
          {count('Beats a minute', {
            value: scheme.milliBpm / 1000,
            ...{ low: 30, high: 300, fractions: true },
            set: (bpm) => ({
              ...scheme,
              milliBpm: Math.round(bpm * 1000),
            }),
          })}
        </>
      );
    case 'interval':
      return (
        <>
          {time('Work', scheme.workUs, (workUs) => ({ ...scheme, workUs }))}
          {label('work,')}
          {time('Rest', scheme.restUs, (restUs) => ({ ...scheme, restUs }))}
          {label('rest,')}
          {count('Times each move', {
            value: scheme.sets,
            low: 1,
            high: 100,
            set: (sets) => ({ ...scheme, sets }),
          })}
          {label('× each,')}
        </>
      );
    case 'pair':
      return (
        <>
          {time('First of the pair', scheme.firstUs, (firstUs) => ({ ...scheme, firstUs }))}
          {label('then')}
          {time('Second of the pair', scheme.secondUs, (secondUs) => ({ ...scheme, secondUs }))}
          {label('rest')}
          {time('Rest', scheme.restUs, (restUs) => ({ ...scheme, restUs }))}
        </>
      );
    case 'emom':
      return (
        <>
          {label('every')}
          {time('Period', scheme.periodUs, (periodUs) => ({ ...scheme, periodUs }))}
          {label('work')}
          {time('Work', scheme.workUs, (workUs) => ({ ...scheme, workUs }))}
        </>
      );
    case 'ladder':
      return (
        <>
          <LadderSteps ladder={scheme} onChange={onChange} />
          {label('rest')}
          {time('Rest', scheme.restUs, (restUs) => ({ ...scheme, restUs }))}
        </>
      );
    case 'reps':
      return (
        <>
          {count('Repetitions', {
            value: scheme.reps,
            low: 1,
            high: 999,
            set: (reps) => ({ ...scheme, reps }),
          })}
          {label('tempo')}
          <input
            aria-label="Tempo of a repetition, down-hold-up-hold in seconds"
            className="said"
            defaultValue={scheme.tempo ?? String(scheme.repUs / 1e6)}
            onChange={(e) => {
              const tempo = tempoLength(e.target.value.trim());
              const pace = Number(e.target.value);
              if (tempo !== null) onChange({ ...scheme, tempo: e.target.value.trim(), repUs: tempo });
              else if (pace > 0 && pace < 60) onChange({ ...scheme, tempo: null, repUs: fromSeconds(pace) });
            }}
          />
          {label('rest')}
          {time('Rest', scheme.restUs, (restUs) => ({ ...scheme, restUs }))}
        </>
      );
    case 'counts':
      return (
        <>
          {count('Counts', {
            value: scheme.counts,
            low: 1,
            high: 999,
            set: (counts) => ({ ...scheme, counts }),
          })}
          {label('at')}
          {count('Beats a minute', {
            value: scheme.milliBpm / 1000,
            ...{ low: 40, high: 220, fractions: true },
            set: (bpm) => ({
              ...scheme,
              milliBpm: Math.round(bpm * 1000),
            }),
          })}
          {label('rest')}
          {time('Rest', scheme.restUs, (restUs) => ({ ...scheme, restUs }))}
        </>
      );
    case 'hold':
      return (
        <>
          {time('Hold', scheme.holdUs, (holdUs) => ({ ...scheme, holdUs }))}
          {label('change')}
          {time('Change-over', scheme.changeUs, (changeUs) => ({ ...scheme, changeUs }))}
        </>
      );
    case 'flow':
      return <>{time('Each move', scheme.lengthUs, (lengthUs) => ({ ...scheme, lengthUs }))}</>;
  }
}
