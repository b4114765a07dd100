import { describe, expect, it, vi } from 'vitest';
import { FakeServer } from '../../../tests/support/fake-server.ts';
import {
  freshBenches,
  instructor,
  moves,
  open,
  serveFrom,
  server,
  settle,
  title,
  withoutBlock,
} from '../../../tests/support/open-bench.ts';
import { EDITED, renamed } from '../../../tests/support/random-edits.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';

freshBenches();

describe('saving', () => {
  it('sends one patch for many keystrokes, and says saved only when it is', async () => {
    const bench = open();
    for (const text of ['S', 'Se', 'Sec', 'Second']) bench.getState().change('title', title(text));
    expect(bench.getState().save.kind).toBe('saving');
    await settle();
    expect([bench.getState().save.kind, bench.getState().revision, server.document.plan.title]).toEqual([
      'saved',
      2,
      'Second',
    ]);
    expect(server.patches).toEqual([[{ op: 'replace', path: '/plan/title', value: 'Second' }]]);
  });

  it('sends nothing for a change that changes nothing', async () => {
    const bench = open();
    bench.getState().change('title', title('First'));
    await settle();
    expect([server.patches.length, bench.getState().undo.length]).toEqual([0, 0]);
  });

  it('keeps changes while the server is down and sends them when it is back', async () => {
    const bench = open();
    server.down = true;
    bench.getState().change('title', title('Kept'));
    await settle();
    expect(bench.getState().save).toMatchObject({ kind: 'waiting', message: expect.stringMatching(/does not answer/) });
    server.down = false;
    await vi.advanceTimersByTimeAsync(8_000);
    expect([server.document.plan.title, bench.getState().save.kind]).toEqual(['Kept', 'saved']);
  });

  it('flushes at once when asked', async () => {
    const bench = open();
    bench.getState().change('title', title('Now'));
    await bench.flush();
    expect(server.document.plan.title).toBe('Now');
  });
});

describe('undo', () => {
  it('takes one step back and forward again, and each is saved', async () => {
    const bench = open();
    bench.getState().change('title', title('A'));
    await vi.advanceTimersByTimeAsync(2_000);
    bench.getState().change('instructor', instructor('B'));
    bench.getState().undoStep();
    expect(bench.getState().document.plan).toMatchObject({ title: 'A', instructor: '' });
    bench.getState().undoStep();
    expect(bench.getState().document.plan.title).toBe('First');
    bench.getState().redoStep();
    bench.getState().redoStep();
    expect(bench.getState().document.plan).toMatchObject({ title: 'A', instructor: 'B' });
    bench.getState().undoStep();
    await settle();
    expect(server.document.plan).toMatchObject({ title: 'A', instructor: '' });
  });

  it('joins keystrokes in one field to one step, but not those after a pause', async () => {
    const bench = open();
    bench.getState().change('title', title('Ab'));
    bench.getState().change('title', title('Abc'));
    await vi.advanceTimersByTimeAsync(2_000);
    bench.getState().change('title', title('Abcd'));
    expect(bench.getState().undo).toHaveLength(2);
    bench.getState().undoStep();
    expect(bench.getState().document.plan.title).toBe('Abc');
    bench.getState().undoStep();
    expect(bench.getState().document.plan.title).toBe('First');
    bench.getState().undoStep();
    expect(bench.getState().document.plan.title).toBe('First');
  });

  it('forgets what could be redone once something else is changed', () => {
    const bench = open();
    bench.getState().change('title', title('A'));
    bench.getState().undoStep();
    bench.getState().change('instructor', instructor('B'));
    expect(bench.getState().redo).toEqual([]);
  });
});

describe('two windows', () => {
  const both = async (
    here: (d: WorkoutDocument) => WorkoutDocument,
    there: (d: WorkoutDocument) => WorkoutDocument,
  ) => {
    serveFrom(new FakeServer(EDITED));
    const [one, two] = [open(), open()];
    one.getState().change('there', there);
    await settle();
    two.getState().change('here', here);
    await settle();
    return two;
  };

  it('change different things: both stand, nobody is asked, and it is saved', async () => {
    const two = await both(renamed('Lunge', 'Reverse lunge'), withoutBlock(0));
    expect(moves(server.document)[0]).toBe('Squat Row Reverse lunge Plank');
    expect([two.getState().conflicts, two.getState().save.kind, two.getState().document]).toEqual([
      [],
      'saved',
      server.document,
    ]);
  });

  it('keep undo: it takes back what was changed here, wherever that lies now, and nothing of theirs', async () => {
    const two = await both(renamed('Lunge', 'Reverse lunge'), withoutBlock(0));
    two.getState().undoStep();
    await settle();
    expect(moves(server.document)).toEqual(['Squat Row Lunge Plank', 'Jack Skater', 'Stretch Breathe']);
    two.getState().redoStep();
    expect(moves(two.getState().document)[0]).toBe('Squat Row Reverse lunge Plank');
  });

  it('change one thing: theirs stands, the rest is saved, and mine can be chosen', async () => {
    const two = await both((d) => title('Mine')(renamed('Row', 'Bent row')(d)), renamed('Row', 'Broomstick row'));
    expect(server.document.plan.title).toBe('Mine');
    const [conflict] = two.getState().conflicts;
    expect(conflict?.clashes).toMatchObject([{ mine: 'Bent row', theirs: 'Broomstick row' }]);
    expect(conflict?.clashes[0]?.place).toBe('Hive circuit · Broomstick row · name');
    // The choice may wait: what is changed meanwhile is saved.
    two.getState().change('instructor', instructor('Ottilie Brandvold'));
    await settle();
    expect(server.document.plan.instructor).toBe('Ottilie Brandvold');
    two.getState().choose(conflict!, new Map([[conflict!.clashes[0]!.key, 'mine']]));
    await settle();
    expect(moves(server.document)[1]).toBe('Squat Bent row Lunge Plank');
    expect(two.getState().conflicts).toEqual([]);
    two.getState().undoStep();
    expect(moves(two.getState().document)[1]).toBe('Squat Broomstick row Lunge Plank');
  });

  it('an answer that is lost after the change was made is no conflict with oneself', async () => {
    const bench = open();
    server.losesAnswers = true;
    bench.getState().change('title', title('Once'));
    await vi.advanceTimersByTimeAsync(600);
    bench.getState().change('instructor', instructor('Later'));
    server.losesAnswers = false;
    await settle();
    expect([server.revision, server.document.plan.title, server.document.plan.instructor]).toEqual([
      3,
      'Once',
      'Later',
    ]);
    expect([bench.getState().notice, bench.getState().save.kind]).toEqual([null, 'saved']);
  });
});
