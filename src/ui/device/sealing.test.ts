import type { PersonId } from '@/core/ids';
import { deviceKey, deviceTag } from '@/server/doing/accounts/device-keys';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { keyOf, ownerOf } from './person-store';
import { seal, unseal } from './sealing';

let school: TestSchool;
let wren: Person;
let imke: Person;
beforeAll(async () => {
  school = await testSchool();
  [wren, imke] = [await school.person('s-wren'), await school.person('s-imke')];
});
afterAll(() => school.end());

const words = new TextEncoder().encode('Typed without a network.');

describe('words that are locked on a device', () => {
  test('are opened with the key that the school gives their person, and with no other', async () => {
    const { d: _, ...lock } = await deviceKey(school.db, wren);
    const sealed = await seal(lock, words);
    expect(new TextDecoder().decode(sealed.data)).not.toContain('network');
    const opened = await unseal(await deviceKey(school.db, wren), sealed);
    expect(new TextDecoder().decode(opened)).toBe('Typed without a network.');
    await expect(unseal(await deviceKey(school.db, imke), sealed)).rejects.toThrow();
    const bytes = new Uint8Array(sealed.data);
    bytes[3] = (bytes[3] ?? 0) ^ 1;
    await expect(unseal(await deviceKey(school.db, wren), sealed)).rejects.toThrow();
  });

  test('have a key and a tag that are the same each time, each person’s own, and say nothing of who it is', async () => {
    expect(await deviceKey(school.db, wren)).toEqual(await deviceKey(school.db, wren));
    expect((await deviceKey(school.db, wren)).d).not.toBe((await deviceKey(school.db, imke)).d);
    const tag = await deviceTag(school.db, wren);
    expect(tag).toMatch(/^[\w-]{16}$/);
    expect(tag).toBe(await deviceTag(school.db, { ...wren, name: 'Another' }));
    expect(tag).not.toBe(await deviceTag(school.db, { ...wren, id: 's-imke' as PersonId }));
  });

  test('another school has other keys for a person of the same id', async () => {
    const other = await testSchool();
    expect((await deviceKey(other.db, wren)).d).not.toBe((await deviceKey(school.db, wren)).d);
    await other.end();
  });
});

test('a name tells whose it is and what, and other people’s names are nobody’s', () => {
  expect(ownerOf(keyOf('abc', 'draft:aside-x:y'))).toEqual({ tag: 'abc', name: 'draft:aside-x:y' });
  expect(ownerOf('mantine-color-scheme-value')).toBeNull();
  expect(ownerOf('kite:')).toBeNull();
});
