import { openPostgres } from '@/store/postgres-driver';
import { type TestSchool, testSchool } from '@/store/test-school';
import { uploadLocker } from './upload-lock';

let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

const nobodyWaits = () => {
  throw new Error('nobody waits');
};
const going = new AbortController().signal;

test('whoever comes later is served as soon as the earlier one has let go, and nobody else is asked to', async () => {
  // On a server the second is on a connection of another process.
  const other = school.url === '' ? school.db : await openPostgres(school.url);
  const first = uploadLocker(school.db).newLock('a');
  const apart = uploadLocker(school.db).newLock('b');
  const second = uploadLocker(other).newLock('a');
  const order: string[] = [];
  await apart.lock(going, nobodyWaits);
  await first.lock(going, () => {
    order.push('asked');
    void first.unlock();
  });
  order.push('first');
  await second.lock(going, nobodyWaits);
  order.push('second');
  expect(order).toEqual(['first', 'asked', 'second']);
  await Promise.all([second.unlock(), apart.unlock()]);
  expect((await school.db.query('SELECT * FROM upload_turn')).rows).toEqual([]);
  if (other !== school.db) await other.close();
});

test('one whose process is gone has it no more after a while; one who is asked to stop waits no longer', async () => {
  await school.db.query(
    "INSERT INTO upload_turn (upload_id, holder, until) VALUES ('gone', 'x', now() - interval '1 s'), ('there', 'x', now() + interval '1 hour')",
  );
  const after = uploadLocker(school.db).newLock('gone');
  await after.lock(going, nobodyWaits);
  await after.unlock();
  await expect(uploadLocker(school.db).newLock('there').lock(AbortSignal.abort(), nobodyWaits)).rejects.toMatchObject({
    status_code: 500,
  });
});
