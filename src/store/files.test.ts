import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { type FileHandle, open } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { adoptFile, filePath, keepFile } from './files';

const folder = mkdtempSync(join(tmpdir(), 'kite-files-'));
const happened: string[] = [];
let undo = () => {};
beforeAll(async () => {
  const probe = await open(folder, 'r');
  const shape = Object.getPrototypeOf(probe) as FileHandle;
  await probe.close();
  const { sync } = shape;
  shape.sync = async function synced(this: FileHandle) {
    happened.push((await this.stat()).isDirectory() ? 'folder' : 'bytes');
    return sync.call(this);
  };
  undo = () => {
    shape.sync = sync;
  };
});
afterAll(() => {
  undo();
  rmSync(folder, { recursive: true });
});
beforeEach(() => happened.splice(0));

const tx = {
  query: async () => {
    happened.push('row');
    return { rows: [], affected: 1 };
  },
};
const sum = (text: string) => createHash('sha256').update(text).digest('hex');

describe('a file', () => {
  test('is on the disk with its bytes and its name before a row says that it is there', async () => {
    const sha256 = await keepFile(tx, folder, { bytes: Buffer.from('wind'), type: 'text/plain', at: 0 });
    expect(sha256).toBe(sum('wind'));
    expect(readFileSync(filePath(folder, sha256), 'utf8')).toBe('wind');
    // The folder that it lies in was new, so its own name is written down, too.
    expect(happened).toEqual(['bytes', 'folder', 'folder', 'row']);
  });

  test('that was sent up takes its place in the same way, and once', async () => {
    const adopt = async () => {
      const path = join(folder, 'sent');
      writeFileSync(path, 'tide');
      await adoptFile(tx, folder, { path, sha256: sum('tide'), type: 'text/plain', size: 4, at: 0 });
    };
    await adopt();
    expect(happened).toEqual(['bytes', 'folder', 'folder', 'row']);
    happened.splice(0);
    await adopt();
    expect(happened).toEqual(['row']);
    expect(readFileSync(filePath(folder, sum('tide')), 'utf8')).toBe('tide');
  });
});
