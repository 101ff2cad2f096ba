import type { CourseFolder, CourseItem, CourseNote, CourseParts } from '@/core/formats/cartridge/cartridge';
import { cleanName, distinctName } from '@/core/formats/file-name';
import type { ClassId } from '@/core/ids';
import { needsOf } from '@/core/kinds/material';
import { asksQuestions, documentFor, showsMaterial } from '@/core/kinds/step';
import type { CourseWork } from '@/core/setting/course';
import type { DraftStep } from '@/core/setting/draft';
import { together } from '@/core/text/document-json';
import type { Doc } from '@/core/text/nodes';
import { filesFolder } from '@/server/kite';
import { findClass, unitsOf } from '@/store/classes';
import { courseWorks, wholeMaterials } from '@/store/courses';
import { type Queryable, readTogether } from '@/store/database';
import { filePath } from '@/store/files';

/** Bytes of all files of a cartridge: what is more than this stays here. */
const MOST = 80 * 1024 * 1024;

export interface CourseOut {
  readonly course: CourseParts;
  readonly files: readonly { readonly name: string; readonly at: string }[];
  readonly lang: string;
  readonly notes: readonly CourseNote[];
}

/** A step as words of the work that it belongs to. */
const stepWords = ({ title, starter }: DraftStep): readonly Doc[] => [
  { type: 'doc', content: [{ type: 'heading', attrs: { level: 3 }, content: [{ type: 'text', text: title }] }] } as Doc,
  ...(starter ? [starter] : []),
];

function workItems(
  { brief }: CourseWork,
  notes: CourseNote[],
  fileOf: (material: string) => string[],
  fileWith: (sha256: string) => string[],
): readonly CourseItem[] {
  const { title, instructions, steps, points } = brief;
  const asked = steps.filter((step) => asksQuestions(step.kind) && step.questions);
  const discussed = steps.filter((step) => documentFor(step.kind) === 'part');
  const others = steps.filter((step) => !asked.includes(step) && !discussed.includes(step));
  const sheets = others.flatMap((step) => step.sheets ?? []);
  if (sheets.length > 0) notes.push({ title, what: 'changed', code: 'sheets-left' });
  if (brief.asks.length + brief.rubric.length > 0 || others.length > 1)
    notes.push({ title, what: 'changed', code: 'rules-left' });
  const questions = asked.flatMap(({ title: called, questions: set }): CourseItem[] =>
    set
      ? [
          {
            kind: 'questions',
            title: others.length + discussed.length === 0 ? title : `${title}: ${called}`,
            set,
            bank: false,
          },
        ]
      : [],
  );
  // What is only read for a discussion stands in its topic.
  const readFor = discussed.length > 0 && others.every((step) => showsMaterial(step.kind)) ? others : [];
  const topics = discussed.map(
    ({ title: called }): CourseItem => ({
      kind: 'topic',
      title:
        discussed.length === 1 && asked.length === 0 && others.length === readFor.length
          ? title
          : `${title}: ${called}`,
      body: together([instructions, ...readFor.flatMap(stepWords)]),
    }),
  );
  if (others.length === readFor.length) return [...topics, ...questions];
  const body = together([instructions, ...others.flatMap(stepWords)]);
  // What is written on goes along as the file that it lies on.
  const files = [
    ...others.flatMap(({ material }) => (material === null ? [] : fileOf(material))),
    ...sheets.flatMap(({ file }) => (file === null ? [] : fileWith(file.src.split('/').at(-1) ?? ''))),
  ];
  return [{ kind: 'work', title, body, points, files }, ...topics, ...questions];
}

/** A course as it can be taken elsewhere: what is set in a class, without anybody and without times. */
export async function courseOut(db: Queryable, classId: ClassId): Promise<CourseOut | null> {
  const asked = await readTogether(db, {
    found: findClass(classId),
    units: unitsOf(classId),
    works: courseWorks(classId),
    materials: wholeMaterials(classId),
  });
  if (!asked.found) return null;
  const notes: CourseNote[] = [];
  const files = new Map<string, { readonly name: string; readonly at: string }>();
  let size = 0;
  const fileOf = (id: string): string[] => {
    const before = files.get(id);
    if (before) return [before.name];
    const material = asked.materials.find((one) => one.id === id);
    if (!material?.file_sha256) return [];
    if (size + (material.size ?? 0) > MOST) {
      notes.push({ title: material.title, what: 'left', code: 'too-large' });
      return [];
    }
    size += material.size ?? 0;
    const name = distinctName(
      cleanName(material.file_name ?? material.title),
      [...files.values()].map((one) => one.name),
    );
    files.set(id, { name, at: filePath(filesFolder(), material.file_sha256) });
    return [name];
  };
  const fileWith = (sha256: string): string[] => {
    const material = asked.materials.find(({ file_sha256 }) => file_sha256 === sha256);
    return material ? fileOf(material.id) : [];
  };
  const materialItems = (unit: string | null): readonly CourseItem[] =>
    asked.materials
      .filter((one) => one.unit_id === unit && one.listed)
      .flatMap(({ id, title, kind, body, address }): CourseItem[] => {
        if (needsOf(kind) === null) return [{ kind: 'page', title, body }];
        if (address !== null) return [{ kind: 'link', title, address }];
        return fileOf(id).map((path) => ({ kind: 'file', title, path }));
      });
  const folder = (id: string | null, title: string): CourseFolder => ({
    title,
    items: [
      ...materialItems(id),
      ...asked.works
        .filter(({ brief }) => brief.unit === id)
        .flatMap((work) => workItems(work, notes, fileOf, fileWith)),
    ],
  });
  const { name, locale } = asked.found;
  const folders = [...asked.units.map(({ id, title }) => folder(id, title)), folder(null, name)];
  return {
    course: { title: name, folders: folders.filter(({ items }) => items.length > 0) },
    files: [...files.values()],
    lang: locale,
    notes,
  };
}
