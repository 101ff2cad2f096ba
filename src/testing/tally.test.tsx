import * as Y from 'yjs';
import { compare } from '@/core/compare/compare';
import type { AssignmentId, DocumentId, StepId } from '@/core/ids';
import { DOCUMENTS, runsOf, type Written } from '@/core/kinds/document';
import { EXPORTS } from '@/core/kinds/document/exports';
import type { DocumentKind, ExportsKind, StoredKind } from '@/core/kinds/document/kind';
import { STORED } from '@/core/kinds/document/stored';
import { STEPS } from '@/core/kinds/step';
import type { StepKind } from '@/core/kinds/step/kind';
import { SETTINGS } from '@/core/kinds/step/settings';
import { anchorText } from '@/core/remarks/anchor';
import { remarkOn } from '@/core/remarks/annotation';
import { handIn, openCopy } from '@/server/doing/handing-in/handing-in';
import { handBack } from '@/server/doing/marking/handing-back';
import { SERVED_STEPS } from '@/server/kinds/step';
import type { ServedStep } from '@/server/kinds/step/kind';
import { Saving } from '@/server/live/saving';
import { desk } from '@/server/reading/desk/desk';
import { comparePage } from '@/server/reading/documents/comparing';
import { exportDocument } from '@/server/reading/documents/exporting';
import { markingDesk } from '@/server/reading/marking/marking-desk';
import { addMasses } from '@/store/masses';
import { type TestSchool, testSchool } from '@/store/test-school';
import { DOCUMENT_SCREENS, DocumentMarked, DocumentShown } from '@/ui/kinds/document';
import type { DocumentScreen } from '@/ui/kinds/document/kind';
import { copyOf, looksDone, progressOf, STEP_LOOKS } from '@/ui/kinds/step';
import type { DeskTools, StepLook } from '@/ui/kinds/step/kind';
import { STAGES, stageOf } from '@/ui/kinds/step/stages';
import { rendered, words } from '@/ui/rendered';
import { JOBS } from '@/workshop/jobs';
import { storedTally, type Tally, tallyDocument, tallyExports, tallySettings, tallyStep } from './tally/core';
import { servedTally } from './tally/server';
import { TallyStage, tallyLook, tallyScreen } from './tally/ui';

// One line a layer: with these a made-up kind of step, and of document, is there as any other.
const LAYERS = [
  [DOCUMENTS, { tally: tallyDocument }],
  [STORED, { tally: storedTally }],
  [EXPORTS, { tally: tallyExports }],
  [STEPS, { tally: tallyStep }],
  [SETTINGS, { tally: tallySettings }],
  [SERVED_STEPS, { tally: servedTally }],
  [STEP_LOOKS, { tally: tallyLook }],
  [STAGES, { tally: TallyStage }],
  [DOCUMENT_SCREENS, { tally: tallyScreen }],
] as const;

/** The parts of a kind that could be left out without an error: there are none. */
type Optional<Kind> = { [Part in keyof Kind]-?: Omit<Kind, Part> extends Kind ? Part : never }[keyof Kind];
type None<Parts> = [Parts] extends [never] ? true : false;

let school: TestSchool;
beforeAll(async () => {
  for (const [kinds, made] of LAYERS) Object.assign(kinds, made);
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  // The processes of the workshop do not know the made-up kind: its jobs are done here.
  Object.assign(globalThis, {
    kiteWorkshop: {
      do: async (_person: string, name: keyof typeof JOBS, given: never) => {
        const work = (await JOBS[name].load()) as (given: never) => Promise<unknown>;
        return { ok: true, made: await work(given) };
      },
    },
  });
  await addMasses(school.db, {
    assignments: [
      {
        id: 'gulls',
        classId: 'weather',
        position: 99,
        title: 'Count the gulls',
        points: 20,
        postedAt: Date.now() - 86_400_000,
        dueAt: Date.now() + 86_400_000,
        asks: [{ id: 'w', kind: 'words', place: null, bars: true, min: 2, max: null }],
        step: { kind: 'tally', settings: { unit: 'birds' }, starter: { rows: [] } },
      },
    ],
  });
});
afterAll(async () => {
  for (const [kinds, made] of LAYERS) for (const name of Object.keys(made)) Reflect.deleteProperty(kinds, name);
  await school.end();
});

const GULLS = 'gulls' as AssignmentId;

test('no part of a kind can be left out', () => {
  const whole: readonly true[] = [
    true satisfies None<Optional<StepKind<unknown>>>,
    true satisfies None<Optional<DocumentKind<Tally>>>,
    true satisfies None<Optional<StoredKind<Tally>>>,
    true satisfies None<Optional<ExportsKind<Tally>>>,
    true satisfies None<Optional<ServedStep<'read', object>>>,
    true satisfies None<Optional<StepLook<'read'>>>,
    true satisfies None<Optional<DocumentScreen<Tally>>>,
  ];
  expect(whole).toHaveLength(7);
});

test('a made-up kind is set, done, checked, handed in, marked, compared and exported like any other', async () => {
  const { db } = school;
  const student = await school.person('s-imke');
  const teacher = await school.person('t-bello');
  const now = Date.now();
  const view = async () => {
    const found = await desk(db, student, GULLS, now);
    const step = found?.steps[0];
    if (!found || !step) throw new Error('there is no Desk');
    return { found, step };
  };

  const first = await view();
  expect(first.found).toMatchObject({ takes: 'pieces', state: 'not-started' });
  expect(first.step).toMatchObject({ kind: 'tally', given: { document: null, unit: 'birds' } });

  const copy = await openCopy(db, student, 'gulls-1' as StepId, now);
  if (!copy.ok) throw new Error(copy.code);
  const saving = new Saving(db, () => now);
  const count = async (what: string, n: number) => {
    const ydoc = new Y.Doc();
    ydoc.getMap<number>('tally').set(what, n);
    expect(await saving.save(student.id, copy.document as DocumentId, Y.encodeStateAsUpdate(ydoc))).toMatchObject({
      ok: true,
    });
  };
  const send = (act: string) => handIn(db, student, { assignmentId: GULLS, act, note: '' }, now);

  expect(await send('too-early')).toMatchObject({ code: 'not-ready', check: { untouched: true } });
  await count('herring gulls', 7);
  const sent = await send('counted');
  if (!sent.ok) throw new Error(sent.code);
  expect(sent.receipt.pieces).toMatchObject([{ kind: 'document' }]);

  const marking = await markingDesk(db, teacher, GULLS, student.id, now);
  const [piece] = marking?.open?.pieces ?? [];
  const written = piece?.written as unknown as Written;
  expect(written).toEqual({ kind: 'tally', content: { rows: [{ what: 'herring gulls', n: 7 }] } });
  const text = anchorText(runsOf(written));
  expect(text).toBe('herring gulls: 7');
  const remark = remarkOn('remark-gulls', piece?.sha256 ?? '', text, [0, 13], 'Sure?');
  const given = { handInId: sent.receipt.id, marks: [], general: '', remarks: [remark], sound: null, rubric: null };
  expect(await handBack(db, teacher, { ...given, anotherGo: true }, now)).toMatchObject({ ok: true });

  await count('terns', 2);
  const page = await comparePage(db, student.id, GULLS, null, 'now');
  const pair = page?.versions.pairs[0];
  if (!pair?.before || !pair.after) throw new Error('there is nothing to compare');
  const changed = compare(runsOf(pair.before), runsOf(pair.after), 'en').blocks.filter(({ how }) => how !== 'same');
  expect(changed.map(({ how, parts }) => [how, parts[0]?.text])).toEqual([['added', 'terns: 2']]);

  const file = await exportDocument(db, student, copy.document, 'txt');
  expect(await file.text()).toContain('herring gulls: 7\nterns: 2');

  const { found, step } = await view();
  expect(copyOf(step)).toMatchObject({ id: copy.document, kind: 'tally' });
  const check = { words: 4, answers: [] } as never;
  expect([looksDone(step, null), looksDone(step, check), progressOf(step, check)]).toEqual([
    false,
    true,
    { key: 'words', n: 4 },
  ]);
  const Stage = stageOf(step);
  expect(words(rendered(<Stage step={step as never} desk={{ view: found } as DeskTools} />))).toBe('Count in birds');
  expect(words(rendered(<DocumentShown written={pair.after} lang="en" />))).toBe('7 herring gulls 2 terns');
  const highlights = [{ id: 'r', start: 0, end: 3 }];
  expect(words(rendered(<DocumentMarked written={pair.after} lang="en" highlights={highlights} />))).toContain(
    '1 marked',
  );
});
