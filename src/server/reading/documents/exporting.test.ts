import { spawnSync } from 'node:child_process';
import { strFromU8, unzipSync } from 'fflate';
import { type ExportFormat, isExportFormat } from '@/core/formats/export-formats';
import type { DocumentId } from '@/core/ids';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { exportDocument } from './exporting';

let school: TestSchool;
let id: DocumentId;
let imke: Person;
beforeAll(async () => {
  school = await testSchool();
  imke = await school.person('s-imke');
  const { rows } = await school.db.query(
    "SELECT id FROM document WHERE owner_id = 's-imke' AND assignment_id = 'cloud-ladder'",
  );
  id = (rows[0] as { id: DocumentId }).id;
});
afterAll(() => school.end());

/** The words of a PDF as pdftotext reads them. */
const pdfWords = async (pdf: Uint8Array) =>
  spawnSync('pdftotext', ['-enc', 'UTF-8', '-', '-'], { input: pdf, encoding: 'utf8' }).stdout.replace(/\s+/g, ' ');
const part = (archive: Uint8Array, name: string) => strFromU8(unzipSync(archive)[name] ?? new Uint8Array());

/** The words of a file in each format. */
const WORDS: Readonly<Record<ExportFormat, (file: Uint8Array) => string | Promise<string>>> = {
  docx: (file) => part(file, 'word/document.xml'),
  odt: (file) => part(file, 'content.xml'),
  md: strFromU8,
  html: strFromU8,
  txt: strFromU8,
  pdf: pdfWords,
};

test('the same words leave in every format, questions with their answers, each as a download of its type and name', async () => {
  for (const [format, type] of [
    ['docx', 'application/vnd.openxmlformats-officedocument.wordprocessingml.document'],
    ['odt', 'application/vnd.oasis.opendocument.text'],
    ['md', 'text/markdown; charset=utf-8'],
    ['html', 'text/html; charset=utf-8'],
    ['txt', 'text/plain; charset=utf-8'],
    ['pdf', 'application/pdf'],
  ] as const) {
    const answer = await exportDocument(school.db, imke, id, format);
    const { headers } = answer;
    const words = await WORDS[format](new Uint8Array(await answer.arrayBuffer()));
    expect([format, words.includes('Why did they call the page a ladder?')]).toEqual([format, true]);
    expect([format, words.includes('Because the clouds step up')]).toEqual([format, true]);
    expect(headers.get('content-type')).toBe(type);
    expect(headers.get('cache-control')).toBe('no-store');
    expect(headers.get('content-disposition')).toBe(
      `attachment; filename*=UTF-8''${encodeURIComponent(`Answer the questions, Imke A..${format}`)}`,
    );
  }
});

test('what is no format is none, and a document that is gone says so', async () => {
  expect(['docx', 'pdf', 'constructor', ''].map(isExportFormat)).toEqual([true, true, false, false]);
  expect((await exportDocument(school.db, imke, 'nothing' as DocumentId, 'txt')).status).toBe(404);
});
