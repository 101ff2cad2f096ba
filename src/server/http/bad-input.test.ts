/** @jest-environment ./scripts/window-environment.mjs */
import { Screens } from '@/testing/screen';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-imke');
});
afterAll(() => screens.end());

test.each([
  ['assignments/cloud-ladder/hand-in', '{', 422, 'bad-input'],
  ['assignments/cloud-ladder/hand-in', '{"act":"x"}', 422, 'bad-input'],
  ['assignments/cloud-ladder/hand-in', `{"act":"12345678","note":"${'n'.repeat(300_000)}"}`, 413, 'too-long'],
  ['assignments/nothing-here/hand-in', '{"act":"12345678","note":""}', 404, 'not-found'],
  ['assignments/cloud-ladder/take-back', '{}', 409, 'not-handed-in'],
  ['assignments/which-way/hand-in', '{"act":"12345678","note":""}', 409, 'not-open-yet'],
  ['assignments/postcards/hand-in', '{"act":"12345678","note":""}', 409, 'closed'],
  ['language', '{"locale":"xx"}', 422, 'bad-input'],
  ['sign-in', '{"userName":"imke","password":"wrong"}', 401, 'wrong-password'],
  ['sign-in/demo', '{"person":"nobody"}', 404, 'not-a-demo'],
])('%s with %.40s is answered with its code and no trace of the inside', async (path, body, status, code) => {
  const answer = await fetch(`/api/${path}`, {
    method: 'POST',
    body,
    headers: { 'content-type': 'application/json' },
  });
  const said = await answer.text();
  expect([answer.status, (JSON.parse(said) as { code: string }).code]).toEqual([status, code]);
  expect(said).not.toMatch(/at .*\.(js|ts):\d+/);
});
