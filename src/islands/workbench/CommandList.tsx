import { Key } from '../../ui/Key.tsx';
import { wordsOf } from '../../core/findings/finding.ts';
import { Command } from 'cmdk';
import { applyFix } from '../../core/workout/apply-fix.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { useStationCommands } from './commands.ts';
import { STATIONS, type Station } from './stations.ts';
import { useDerived, useWorkbench } from './workbench-context.tsx';

/** Every command of the workbench, found by typing. */
export function CommandList({
  go,
  onClose,
}: {
  readonly go: (station: Station) => void;
  readonly onClose: () => void;
}) {
  const { workbench } = useWorkbench();
  const { produced } = useDerived();
  const undo = workbench((s) => s.undo.at(-1)?.label);
  const redo = workbench((s) => s.redo.at(-1)?.label);
  const station = useStationCommands();
  const fixes = produced?.findings.flatMap((f) => f.fixes.map((fix) => ({ f, fix }))) ?? [];
  const run = (work: () => void) => () => {
    onClose();
    work();
  };
  const item = 'flex cursor-pointer items-center justify-between rounded-sm px-2 py-1.5 data-[selected=true]:bg-shade';
  return (
    <Dialog title="Commands" onClose={onClose}>
      <Command label="Commands">
        <Command.Input autoFocus placeholder="Type what you want to do" className="field-box mb-2 w-full" />
        <Command.List className="max-h-80 overflow-y-auto">
          <Command.Empty className="px-2 py-3 text-soft">No command has these words.</Command.Empty>
          {STATIONS.map(({ name, word, key }) => (
            <Command.Item key={name} className={item} onSelect={run(() => go(name))}>
              Go to {word}
              <Key>{key.toUpperCase()}</Key>
            </Command.Item>
          ))}
          {station.map(({ label, keys, run: work }) => (
            <Command.Item key={label} className={item} onSelect={run(work)}>
              {label}
              {keys !== undefined && <Key>{keys}</Key>}
            </Command.Item>
          ))}
          {undo !== undefined && (
            <Command.Item className={item} onSelect={run(() => workbench.getState().undoStep())}>
              Undo: {undo}
              <Key>Ctrl Z</Key>
            </Command.Item>
          )}
          {redo !== undefined && (
            <Command.Item className={item} onSelect={run(() => workbench.getState().redoStep())}>
              Redo: {redo}
              <Key>Ctrl Shift Z</Key>
            </Command.Item>
          )}
          {fixes.map(({ f, fix }, i) => (
            <Command.Item
              key={i}
              className={item}
              onSelect={run(() => workbench.getState().change(fix.label, (d) => applyFix(d, fix, f.takeId)))}
            >
              {wordsOf(f).says} {fix.label}
            </Command.Item>
          ))}
          <Command.Item className={item} onSelect={run(() => window.location.assign('/'))}>
            All workouts
          </Command.Item>
        </Command.List>
      </Command>
    </Dialog>
  );
}
