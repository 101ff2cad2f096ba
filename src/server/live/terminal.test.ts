import { statSync } from 'node:fs';
import { join } from 'node:path';
import { jest } from '@jest/globals';
import { enterBySlip } from '@/server/doing/accounts/slip-in';
import { type TestSchool, testSchool } from '@/store/test-school';
import { hearTerminal, speakTo } from './terminal';

let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

test('a school that runs is spoken to by whoever may read its folder, and by nobody else', async () => {
  expect(await speakTo(school.folder)).toBeNull();
  const server = hearTerminal(school.db, school.folder);
  await new Promise((resolve) => server?.once('listening', resolve));
  expect(statSync(join(school.folder, 'terminal')).mode & 0o777).toBe(0o600);
  const terminal = await speakTo(school.folder);
  if (!terminal) throw new Error('nobody hears');
  const let1 = await terminal.ask<{ ok: boolean; code: string }>({ act: 'let-in', userName: 'KERR' });
  expect(let1).toMatchObject({ ok: true, name: 'Tomasz Kerr', address: 'http://localhost:3000' });
  expect(await terminal.ask({ act: 'let-in', userName: 'imke' })).toMatchObject({ ok: false, code: 'is-student' });
  expect(await terminal.ask({ act: 'let-in', userName: 'nobody' })).toMatchObject({ ok: false, code: 'not-found' });
  // What it says is a slip; whoever had left is back, and looks after the office.
  const given = { code: let1.code, password: 'dune oar moss keel', address: 'here' };
  expect((await enterBySlip(school.db, given, Date.now())).ok).toBe(true);
  expect(await school.person('t-kerr')).toMatchObject({ role: 'teacher', office: true });
  const complained = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  expect(await terminal.ask({ act: 'nonsense' } as never)).toMatchObject({ ok: false, code: 'broke' });
  expect(complained).toHaveBeenCalledTimes(1);
  terminal.end();
  await new Promise((resolve) => server?.close(resolve));
});
