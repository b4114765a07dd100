import { createHash } from 'node:crypto';
import { strFromU8, unzipSync } from 'fflate';
import { type Brand, HOUSE_BRAND } from '../../src/core/looks/look.ts';
import { exportFile } from '../../src/server/deliver.ts';
import { exportFiles } from '../../src/server/kit.ts';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BankChange, EMPTY_BANK, changesBack } from '../../src/core/script/cue-bank.ts';
import { styleOfWay } from '../../src/core/script/ways.ts';
import { USUAL_CHANGES } from '../../src/core/script/change-over.ts';
import { blankExercise } from '../../src/core/exercise/new-exercise.ts';
import { USUAL_STUDIO } from '../../src/core/workout/studio.ts';
import { Refusal } from '../../src/server/refusal.ts';
import type { Context } from '../../src/server/context.ts';
import { getBrand, setBrand } from '../../src/server/brand.ts';
import { logoFrom } from '../../src/server/logo.ts';
import { runSheetPdf } from '../../src/server/run-sheet.ts';
import {
  exportExercises,
  changeBank,
  getStudio,
  setStudioRules,
  importExercises,
  removeExercise,
  saveExercise,
  setChangeFigures,
} from '../../src/server/studio.ts';
import { forgetVersion, listVersions, nameVersion } from '../../src/server/versions.ts';
import { createWorkout, documentAt, getWorkout, markTemplate, workoutList } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { closeContext, freshContext } from './support.ts';

let context: Context;
beforeAll(async () => {
  context = await freshContext('euphon_studio');
});
afterAll(() => closeContext(context));

const status = (work: Promise<unknown>) =>
  work.then(
    () => 0,
    (e: unknown) => (e instanceof Refusal ? e.status : -1),
  );
const OUTLINE = '# Smoker to super\n## Main: 2 rounds, 40/20\n- Squat\n- Row | sides own';

describe('a studio', () => {
  it('keeps its colours, refuses what is none and what another window changed', async () => {
    const own = { ...HOUSE_BRAND, ink: '102A43', radius: 12 };
    await setBrand(context, { before: HOUSE_BRAND, after: own });
    expect(await getBrand(context.pool)).toEqual(own);
    expect((await getStudio(context)).brand).toEqual(own);
    expect(await status(setBrand(context, { before: HOUSE_BRAND, after: HOUSE_BRAND }))).toBe(412);
    for (const bad of [{ ...own, ink: 'blue' }, { ...own, radius: -1 }, { ...own, more: 1 }, null])
      expect(await status(setBrand(context, { before: own, after: bad }))).toBe(422);
    await setBrand(context, { before: own, after: HOUSE_BRAND });
    expect(await getBrand(context.pool)).toEqual(HOUSE_BRAND);
  });
  it('keeps its words and its mark with them, and says what is no mark', async () => {
    const logo = logoFrom('<svg><path d="M0 0h20v10h-20z"/></svg>', 'saltmarsh.svg');
    const own: Brand = { ...HOUSE_BRAND, language: 'de', words: { next: 'Danach' }, logo: { ...logo, at: 'top-left' } };
    await setBrand(context, { before: HOUSE_BRAND, after: own });
    expect(await getBrand(context.pool)).toEqual(own);
    for (const bad of [
      { ...own, words: { nothing: 'x' } },
      { ...own, language: 'xx' },
      { ...own, logo: { ...logo, path: [] } },
    ])
      expect(await status(setBrand(context, { before: own, after: bad }))).toBe(422);
    expect(() => logoFrom('<svg><text>a</text></svg>', 'a')).toThrow(Refusal);
    await setBrand(context, { before: own, after: HOUSE_BRAND });
  });
  it('says what Check tells of; questions cannot be switched off', async () => {
    const { rules } = await getStudio(context);
    const after = { off: ['filler'] as const, from: { 'break-over': 6 } };
    await setStudioRules(context, { before: rules, after });
    expect((await getStudio(context)).rules).toEqual(after);
    for (const bad of [
      { ...after, off: ['unsure'] },
      { ...after, from: { filler: 3 } },
      { ...after, off: ['no such'] },
    ])
      expect(await status(setStudioRules(context, { before: after, after: bad }))).toBe(422);
    await setStudioRules(context, { before: after, after: rules });
  });
  it('keeps lines and snippets of its instructors, each once, and takes them back', async () => {
    const line = { move: 'Squat', kind: 'form', text: 'Sit back to the hive.', by: 'Ottilie Brandvold' } as const;
    const snippet = { kind: 'opening', text: 'Welcome to {title}.', by: 'Ottilie Brandvold' } as const;
    const changes: BankChange[] = [
      { kind: 'keep', line },
      { kind: 'snippet', snippet },
    ];
    const before = (await getStudio(context)).bank;
    await changeBank(context, changes);
    await changeBank(context, changes);
    expect((await getStudio(context)).bank).toEqual({ ...EMPTY_BANK, lines: [line], snippets: [snippet] });
    for (const bad of [[{ kind: 'keep', line: { ...line, kind: 'song' } }], [{ kind: 'keep' }], {}, null])
      expect(await status(changeBank(context, bad))).toBe(422);
    const style = styleOfWay('quiet');
    await changeBank(context, [{ kind: 'way', name: 'Ottilie', style }]);
    expect((await getStudio(context)).bank.ways).toEqual([{ name: 'Ottilie', style }]);
    expect(
      await status(changeBank(context, [{ kind: 'way', name: 'Ottilie', style: { ...style, pace: 'hour' } }])),
    ).toBe(422);
    await changeBank(context, [{ kind: 'way', name: 'Ottilie', style: null }]);
    await changeBank(context, changesBack(before, changes));
    expect((await getStudio(context)).bank).toEqual(EMPTY_BANK);
  });
  it('hands out everything that goes with a workout in one ZIP, with a manifest of hashes', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    const { zip } = await exportFiles(context, id);
    const files = unzipSync(zip);
    const manifest = JSON.parse(strFromU8(files['manifest.json']!)) as {
      files: { name: string; bytes: number; sha256: string }[];
    };
    // What is made from recordings is not in it before there is one.
    expect(Object.keys(files).sort()).toEqual([...manifest.files.map((f) => f.name), 'manifest.json'].sort());
    expect(Object.keys(files)).not.toContain('timeline.otio');
    for (const { name, bytes, sha256 } of manifest.files) {
      expect(files[name]).toHaveLength(bytes);
      expect(createHash('sha256').update(files[name]!).digest('hex')).toBe(sha256);
    }
    expect(await status(exportFile(context, id, 'timeline-otio'))).toBe(409);
  });
  it('begins with the usual figures and keeps its own', async () => {
    expect(await getStudio(context)).toEqual(USUAL_STUDIO);
    const own = { ...USUAL_CHANGES, levelUs: 9_000_000 };
    await setChangeFigures(context, { before: USUAL_CHANGES, after: own });
    // Another window began from the usual ones.
    expect(await status(setChangeFigures(context, { before: USUAL_CHANGES, after: USUAL_CHANGES }))).toBe(412);
    expect((await getStudio(context)).changes.levelUs).toBe(9_000_000);
    for (const bad of [
      null,
      {},
      { ...USUAL_CHANGES, levelUs: -1 },
      { ...USUAL_CHANGES, newUs: 1e12 },
      { ...USUAL_CHANGES, more: 1 },
    ])
      expect(await status(setChangeFigures(context, { before: null, after: bad }))).toBe(422);
  });
  it('keeps exercises of its own, once a name, and gives them back as they were', async () => {
    const lift = {
      ...blankExercise('Skep lift'),
      equipment: ['skep', 'crate'],
      muscles: ['back', 'glutes'] as const,
      secondsARep: 2.7,
      form: 'Close to the body',
    };
    await saveExercise(context, { before: null, after: lift });
    await saveExercise(context, { before: lift, after: { ...lift, form: 'Closer' } });
    // Another window still has the first one open; its change is not laid over this.
    expect(await status(saveExercise(context, { before: lift, after: { ...lift, form: 'Wider' } }))).toBe(412);
    expect((await getStudio(context)).exercises).toEqual([{ ...lift, form: 'Closer' }]);
    expect(await status(saveExercise(context, { before: null, after: { ...lift, pattern: 'flying' } }))).toBe(422);
    await removeExercise(context, 'Skep lift');
    expect(await status(removeExercise(context, 'Skep lift'))).toBe(404);
  });
  it('brings in a table, names what was wrong, and loses nothing when all of it is', async () => {
    const { kept, problems } = await importExercises(context, 'name,pattern\nHive hug,carry\nOdd,flying\n');
    expect([kept, problems.map((p) => p.line)]).toEqual([1, [3]]);
    expect(await status(importExercises(context, 'nothing,here\n1,2'))).toBe(422);
    expect((await getStudio(context)).exercises.map((e) => e.name)).toEqual(['Hive hug']);
    expect((await exportExercises(context, 'csv')).text).toContain('Hive hug');
    expect(await status(exportExercises(context, 'xls'))).toBe(404);
  });
});

describe('versions', () => {
  it('name a revision that stays as it was', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    const first = await nameVersion(context, id, { name: 'first draft' });
    await patchWorkout(context, id, {
      revision: 1,
      patch: [{ op: 'replace', path: '/plan/blocks/0/rounds', value: 5 }],
    });
    await nameVersion(context, id, { name: 'long one' });
    expect((await listVersions(context, id)).map((v) => [v.name, v.revision])).toEqual([
      ['long one', 2],
      ['first draft', 1],
    ]);
    expect((await documentAt(context, id, first.revision)).plan.blocks[0]?.rounds).toBe(2);
    expect(await status(nameVersion(context, id, { name: 'long one' }))).toBe(409);
    expect(await status(nameVersion(context, id, { name: '  ' }))).toBe(422);
    await forgetVersion(context, id, first.id);
    expect(await status(forgetVersion(context, id, first.id))).toBe(404);
    expect((await getWorkout(context, id)).revision).toBe(2);
  });
});

describe('templates', () => {
  it('are begun from: plan and script go over under a new title', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    await markTemplate(context, id, true);
    expect((await workoutList(context)).items.find((w) => w.id === id)?.template).toBe(true);
    const copy = await createWorkout(context, { from: id, title: 'Spring' });
    expect([copy.document.plan.title, copy.document.plan.blocks]).toEqual([
      'Spring',
      (await getWorkout(context, id)).document.plan.blocks,
    ]);
    expect((await workoutList(context)).items.find((w) => w.id === copy.id)?.template).toBe(false);
    await markTemplate(context, id, false);
    expect(await status(createWorkout(context, { from: '00000000-0000-4000-8000-000000000000' }))).toBe(404);
  });
});

describe('the run sheet as PDF', () => {
  it('is a PDF, also with letters outside Latin, and refused for a class without time', async () => {
    for (const title of ['Smoker to super', 'Улей']) {
      const { id } = await createWorkout(context, { outline: OUTLINE.replace('Smoker to super', title) });
      const { pdf } = await runSheetPdf(context, id);
      expect(new TextDecoder('latin1').decode(pdf.slice(0, 5))).toBe('%PDF-');
    }
    const empty = await createWorkout(context, { title: 'Nothing' });
    expect(await status(runSheetPdf(context, empty.id))).toBe(409);
  });
});
