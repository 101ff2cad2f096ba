import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { testSchool } from '@/store/test-school';

const SERVER = process.env.KITE_TEST_DATABASE ?? '';

// The school of all these tests was made so (`scripts/jest-template.mjs`).
(SERVER === '' ? test.skip : test)(
  'two processes that begin at once on a new database make one school, and both go on',
  async () => {
    const file = join(process.cwd(), '.cache', 'template-on-server', 'said.json');
    const said: string[] = JSON.parse(readFileSync(file, 'utf8'));
    expect(said.sort()).toEqual([
      expect.stringMatching(/^The demo school is ready in /),
      expect.stringMatching(/^There is a school in .* already/),
    ]);
    const school = await testSchool();
    const { rows } = await school.db.query('SELECT count(*)::int AS n FROM school');
    await school.end();
    expect(rows).toEqual([{ n: 1 }]);
  },
);

test('nothing that teachers set is put down past the store', () => {
  const files = execFileSync('git', ['ls-files', '*.ts', '*.tsx', '*.mjs'], { encoding: 'utf8' })
    .split('\n')
    .filter((file) => file !== '' && !file.startsWith('src/store/') && existsSync(file));
  expect(files.length).toBeGreaterThan(500);
  const set = 'assignment|assignment_version|step|criterion|material|announcement|announcement_attachment|unit|class';
  const put = new RegExp(`INSERT INTO (${set})\\b`);
  const found = files.filter((file) => put.test(readFileSync(file, 'utf8')));
  expect(found).toEqual([]);
});
