/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor } from '@testing-library/react';
import { sha256Hex } from '@/core/documents/fingerprint';
import { receiptFile } from '@/server/reading/receipts/receipts';
import { allReceiptsOf } from '@/store/hand-ins';
import { findSchool } from '@/store/people';
import { Screens } from '@/testing/screen';
import { CheckScreen } from './check-screen';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());

const file = (name: string, text: string) => new File([text], name);

test('files that are chosen belong to the receipt or do not; of one that cannot be read that is said', async () => {
  const imke = await screens.school.person('s-imke');
  const about = await findSchool(screens.school.db);
  const [own] = await allReceiptsOf(screens.school.db, imke.id);
  if (!own || !about) throw new Error('there is no receipt');
  const page = await screens.draw(() => <CheckScreen school="The school" zone="Europe/Lisbon" />, 'check');
  await page.hand.upload(page.getByLabelText('The receipt (JSON)'), file('r.json', '{"kind":"none"}'));
  expect((await page.findByRole('alert')).textContent).toMatch(/is no receipt/);

  const pieces = [{ title: 'My own words', kind: 'text', size: 5, sha256: sha256Hex('Wind.') }];
  const receipt = JSON.stringify({ ...receiptFile(own, about), pieces });
  await page.hand.upload(page.getByLabelText('The receipt (JSON)'), file('r.json', receipt));
  await page.findByText('Its fingerprint does not follow from its pieces: it was changed.');
  const gone = file('gone.txt', 'x');
  // As a browser does with a file that was moved since it was chosen.
  gone.stream = () =>
    new ReadableStream({
      pull: (to) => to.error(new DOMException('gone', 'NotReadableError')),
    });
  await page.hand.upload(page.getByLabelText('The files'), [file('w.txt', 'Wind.'), gone, file('o.txt', 'Other.')]);
  await page.findByText('“w.txt” is what was handed in as “My own words”.');
  await page.findByText('“gone.txt” could not be read. Choose it once more.');
  await page.findByText('“o.txt” is none of its pieces.');
  await page.hand.upload(page.getByLabelText('The files'), [file('o.txt', 'Other.')]);
  await waitFor(() => expect(page.queryByText(/^“w\.txt”/)).toBeNull());
  page.leave();
});
