import { execFileSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import * as Y from 'yjs';
import { TEXT_FIELD } from '@/core/documents/text-document';
import { newDocument } from '@/server/doing/documents/own-documents';
import { Saving } from '@/server/live/saving';
import { type TestSchool, testSchool } from '@/store/test-school';
import { scratch } from '@/testing/scratch';
import { takeAllAway } from './taking-away';

let school: TestSchool;
const folder = scratch('kite-away-');
const archive = join(folder, 'all.zip');
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await school.end();
});

const read = (name: string): string => execFileSync('unzip', ['-p', archive, name], { encoding: 'utf8' });

test('everything that is one’s own leaves as a sound archive with a list of it, each name once', async () => {
  const imke = await school.person('s-imke');
  for (const title of ['Kites / I know', 'Kites / I know']) {
    const made = await newDocument(school.db, imke, title, Date.now());
    if (!made.ok) throw new Error(made.code);
    const ydoc = new Y.Doc();
    const paragraph = new Y.XmlElement('paragraph');
    paragraph.insert(0, [new Y.XmlText('The diamond, the box.')]);
    ydoc.getXmlFragment(TEXT_FIELD).push([paragraph]);
    await new Saving(school.db).save(imke.id, made.document, Y.encodeStateAsUpdate(ydoc));
  }
  const answer = await takeAllAway(school.db, imke, Date.now());
  expect(answer.headers.get('content-disposition')).toContain('attachment');
  writeFileSync(archive, new Uint8Array(await answer.arrayBuffer()));
  // Info-ZIP's unzip, which is not ours, finds it sound.
  expect(execFileSync('unzip', ['-t', archive], { encoding: 'utf8' })).toContain('No errors detected');
  const names = execFileSync('unzip', ['-Z1', archive], { encoding: 'utf8' }).trim().split('\n');
  expect(new Set(names).size).toBe(names.length);
  const own = names.filter((name) => name.startsWith('Own/Kites') && name.endsWith('.html'));
  expect(own).toHaveLength(2);
  for (const name of own) expect(read(name)).toContain('The diamond, the box.');
  for (const name of own) expect(names).toContain(name.replace(/html$/, 'odt'));
  const list = read('index.html');
  expect(list).toContain('My first splice');
  expect(list).toContain('Kites');
});

test('nothing of anybody else is in it', async () => {
  const wren = await school.person('s-wren');
  const answer = await takeAllAway(school.db, wren, Date.now());
  writeFileSync(archive, new Uint8Array(await answer.arrayBuffer()));
  expect(read('index.html')).not.toContain('My first splice');
});
