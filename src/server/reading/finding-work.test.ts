import type { AssignmentId, ClassId, Instant } from '@/core/ids';
import { addressOf } from '@/core/places';
import { chosenFrom, isInGroup } from '@/core/work/chosen-work';
import { JOIN_ATTEMPTS, joinClass, makeInvite } from '@/server/doing/accounts/joining';
import { readNews } from '@/server/doing/news/read-news';
import { notToday } from '@/server/doing/planning/not-today';
import { writeAside } from '@/server/doing/talk/asides';
import { classLine } from '@/server/reading/class-line/class-line';
import { find } from '@/server/reading/find/finding';
import { countUnread, type NewsLine, whatsNew } from '@/server/reading/news/news';
import { shelf } from '@/server/reading/shelf/shelf';
import { studentToday } from '@/server/reading/today/today';
import { studentsOn } from '@/server/reading/work/students-on';
import { workOf } from '@/server/reading/work/work-list';
import { workTable } from '@/server/reading/work/work-table';
import { classesOf } from '@/store/classes';
import { read } from '@/store/database';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';

const ZONE = 'Europe/Lisbon';
const DAY = 86_400_000;
let school: TestSchool;
let imke: Person;
let now: Instant;
beforeAll(async () => {
  school = await testSchool();
  imke = await school.person('s-imke');
  now = Date.now();
});
afterAll(() => school.end());

describe('All work', () => {
  test('is what the Class lines hold, for every student of the demo', async () => {
    const { rows } = await school.db.query("SELECT id FROM person WHERE role = 'student'");
    expect(rows).toHaveLength(24);
    for (const { id } of rows as { id: string }[]) {
      const student = await school.person(id);
      const all = workTable(await workOf(school.db, student, null, now), chosenFrom({ state: 'all' }), ZONE, now);
      const lines: string[] = [];
      for (const found of await read(school.db, classesOf(student.id))) {
        if (found.ended_at !== null) continue;
        const line = await classLine(school.db, student, found.id, { order: 'newest', chip: 'all' }, now);
        for (const entry of line.newest) {
          if (entry.kind === 'work') lines.push(`${entry.id} ${entry.item.state} ${entry.item.dueAt}`);
        }
      }
      expect(all.rows.map((item) => `${item.id} ${item.state} ${item.dueAt}`).sort()).toEqual(lines.sort());
    }
  });

  test('an address is a choice, and what it does not know it passes over', () => {
    expect(chosenFrom({})).toMatchObject({ sort: 'due', down: false, state: 'to-do', week: null });
    expect(chosenFrom({ sort: 'points', down: '1', state: 'overdue', kind: 'tick', week: '-1' })).toMatchObject({
      sort: 'points',
      down: true,
      state: 'overdue',
      takes: 'tick',
      week: -1,
    });
    expect(chosenFrom({ sort: 'x', state: 'y', kind: 'z', week: 'w' })).toEqual(chosenFrom({}));
  });

  test('narrows by class, kind and week, counts states before the state is chosen, and sorts both ways', async () => {
    const items = await workOf(school.db, imke, null, now);
    const tick = workTable(items, chosenFrom({ kind: 'tick', state: 'all' }), ZONE, now);
    expect(tick.rows.length).toBe(items.filter(({ takes }) => takes === 'tick').length);
    const weather = workTable(items, chosenFrom({ class: 'weather', state: 'handed-back' }), ZONE, now);
    expect(weather.rows.every(({ classId, state }) => classId === 'weather' && state === 'handed-back')).toBe(true);
    expect(weather.groups.all).toBe(items.filter(({ classId }) => classId === 'weather').length);
    const weeks = [-8, -7, -6, -5, -4, -3, -2, -1, 0, 1, 2, 3].map(
      (week) => workTable(items, chosenFrom({ state: 'all', week: String(week) }), ZONE, now).rows.length,
    );
    expect(weeks.reduce((a, b) => a + b)).toBe(items.filter(({ dueAt }) => dueAt !== null).length);
    const up = workTable(items, chosenFrom({ state: 'all', sort: 'minutes' }), ZONE, now).rows.map((i) => i.minutes);
    const down = workTable(items, chosenFrom({ state: 'all', sort: 'minutes', down: '1' }), ZONE, now).rows;
    expect(up).toEqual([...up].sort((a, b) => a - b));
    expect(down.map(({ minutes }) => minutes)).toEqual([...up].reverse());
  });

  test('to do and done together leave only what opens later, and what closed with nothing handed in', async () => {
    for (const { state } of await workOf(school.db, imke, null, now)) {
      const groups = (['to-do', 'done'] as const).filter((group) => isInGroup(state, group));
      expect([state, groups.length]).toEqual([state, state === 'opens-later' || state === 'closed' ? 0 : 1]);
    }
  });
});

test('“not today” takes an item out of Do next until the morning, and can be taken back', async () => {
  const first = async (at: Instant) => (await studentToday(school.db, imke, ZONE, at)).next[0]?.item.id as AssignmentId;
  const id = await first(now);
  await notToday(school.db, imke, id, true, now);
  const today = await studentToday(school.db, imke, ZONE, now);
  expect(today.next.map(({ item }) => item.id)).not.toContain(id);
  expect(today.folds.putOff.map((item) => item.id)).toEqual([id]);
  const tomorrow = await studentToday(school.db, imke, ZONE, now + DAY);
  expect(tomorrow.folds.putOff).toEqual([]);
  await notToday(school.db, imke, id, false, now);
  expect(await first(now)).toBe(id);
});

describe('what is new', () => {
  test('comes by class, newest first, and leads to its place', async () => {
    const groups = await whatsNew(school.db, imke, Date.now());
    expect(groups.length).toBe(6);
    for (const { news } of groups)
      expect(news.map(({ at }) => at)).toEqual(news.map(({ at }) => at).sort((a, b) => b - a));
    const back = groups
      .flatMap(({ news }) => news)
      .filter(({ kind }) => kind === 'handed-back')
      .map(({ place }) => addressOf(place));
    expect(back).toContain('/desk/bearings#sheet=feedback');
  });

  test('is counted once, and read once for all tabs', async () => {
    const before = await countUnread(school.db, imke.id, Date.now());
    expect(before).toBeGreaterThan(2);
    const unread = (await whatsNew(school.db, imke, Date.now()))
      .flatMap(({ news }) => news)
      .filter((one) => one.unread);
    expect(unread).toHaveLength(before);
    const [one, two] = unread.map(({ id }) => id) as [number, number];
    expect(await readNews(school.db, imke.id, { events: [one, two, one] }, Date.now())).toEqual({
      ok: true,
      unread: before - 2,
    });
    expect(await readNews(school.db, imke.id, { events: [one] }, Date.now())).toEqual({ ok: true, unread: before - 2 });
    const about = unread.flatMap(({ id, place }) =>
      place.at === 'desk' && id !== one && id !== two ? [place.assignment] : [],
    );
    const visited = await readNews(school.db, imke.id, { assignment: about[0] ?? '' }, Date.now());
    expect(visited.unread).toBeLessThan(before - 2);
    const newest = Math.max(...unread.map(({ id }) => id));
    expect(await readNews(school.db, imke.id, { upTo: newest }, Date.now())).toEqual({ ok: true, unread: 0 });
    expect((await school.db.query('SELECT 1 FROM news_read WHERE person_id = $1', [imke.id])).rows).toEqual([]);
  });

  test('one’s own words are not news, those of the teacher are; another student hears nothing', async () => {
    const bello = await school.person('t-bello');
    const aside = { assignmentId: 'cloud-ladder' as AssignmentId, studentId: imke.id };
    await writeAside(school.db, imke, { ...aside, act: 'n1', body: 'May I?' }, now);
    expect(await countUnread(school.db, imke.id, Date.now())).toBe(0);
    await writeAside(school.db, bello, { ...aside, act: 'n2', body: 'You may.' }, now);
    expect(await countUnread(school.db, imke.id, Date.now())).toBe(1);
    const dao = await school.person('s-dao');
    const told = (await whatsNew(school.db, dao, Date.now())).flatMap(({ news }) => news);
    const aboutImke = (news: readonly NewsLine[]) =>
      news.filter(({ kind, student }) => kind === 'aside-written' && student === imke.name);
    expect(aboutImke(told)).toEqual([]);
    const teachers = (await whatsNew(school.db, bello, Date.now())).flatMap(({ news }) => news);
    expect(aboutImke(teachers).map(({ place }) => addressOf(place))).toContain(
      `/marking/cloud-ladder?student=${imke.id}`,
    );
    expect((await whatsNew(school.db, bello, Date.now())).some(({ classId }) => classId === 'stories')).toBe(false);
  });
});

test('ten thousand old events cost nothing: what is new is read along its indexes, never through the whole table', async () => {
  await school.db.run(`
    INSERT INTO event (at, kind, class_id, assignment_id, student_id, actor_id)
      SELECT now() - interval '90 days', 'edited', 'weather', 'cloud-ladder', 's-imke', 's-imke' FROM generate_series(1, 8000);
    INSERT INTO event (at, kind, class_id, assignment_id, actor_id)
      SELECT now() - interval '90 days', 'posted', 'weather', 'cloud-ladder', 't-bello' FROM generate_series(1, 2000);
    UPDATE person SET news_from = (SELECT max(id) FROM event) WHERE id IN ('s-imke', 't-bello');
    ANALYZE event;`);
  const plans: string[] = [];
  const explained = {
    query: async (sql: string, params: readonly unknown[] = []) => {
      const { rows } = await school.db.query(`EXPLAIN ${sql}`, params);
      plans.push(rows.map((row) => Object.values(row as object)[0]).join('\n'));
      return school.db.query(sql, params);
    },
  };
  for (const id of ['s-imke', 't-bello']) {
    expect(await countUnread(explained, (await school.person(id)).id, Date.now())).toBe(0);
  }
  expect(plans.length).toBeGreaterThan(1);
  for (const plan of plans) expect(plan).not.toContain('Seq Scan on event');
  expect(plans.join('\n')).toMatch(/Index (Only )?Scan.* on event/);
});

describe('Find', () => {
  const titles = async (words: string, who: Person = imke) =>
    (await find(school.db, who, words, now)).map(({ title }) => title);

  test.each([
    ['the beginning of a word', 'clou', 'Reading the cloud ladder'],
    ['a slip of the finger', 'barings from', 'Bearings from three lighthouses'],
    ['letters in the wrong order', 'compsas', 'A compass rose to print'],
    ['capitals and accents', 'TWO MÓTHS', 'Two moths, a book by class 6'],
    ['a class', 'tide-pool', 'Tide-pool Science'],
    ['words of an announcement', 'wind gauge hill', 'The new mast is up'],
  ])('finds by %s', async (_, words, title) => {
    expect(await titles(words)).toContain(title);
  });

  test('an exact beginning comes before a likeness, a class before the rest', async () => {
    expect((await titles('weather'))[0]).toBe('Weather & Sky');
    expect((await titles('storm'))[0]).toMatch(/^Storm/);
  });

  test('own documents are found by their owner alone', async () => {
    const mine = await find(school.db, imke, 'Answer the questions, Imke', now);
    expect(mine.some(({ kind }) => kind === 'document')).toBe(true);
    const dao = await school.person('s-dao');
    for (const { kind, title } of await find(school.db, dao, 'Answer the questions', now)) {
      if (kind === 'document') expect(title).toContain('Dao');
    }
  });

  test('a class that is not one’s own, a material that was removed, and signs of all kinds find nothing', async () => {
    const zofia = await school.person('s-zofia');
    expect(await titles('letter to the ferry', zofia)).toEqual([]);
    await school.db.query("UPDATE material SET removed_at = now() WHERE id = 'harbour-map'");
    expect(await titles('harbour map')).not.toContain('The harbour map, to draw on');
    expect(await titles('%')).toEqual([]);
    expect(await titles("'; DROP TABLE person; --")).toEqual([]);
    expect(await titles('   ')).toEqual([]);
  });

  test('Arabic letters are found however they are written', async () => {
    await school.db.query("UPDATE material SET title = 'الإبحار في المِينَاء' WHERE id = 'material-4'");
    expect(await titles('الابحار')).toEqual(['الإبحار في المِينَاء']);
    expect(await titles('ميناء')).toEqual(['الإبحار في المِينَاء']);
  });
});

describe('joining a class', () => {
  test('by its code, however it is typed, once; a wrong one is told, and guesses are limited', async () => {
    const zofia = await school.person('s-zofia');
    expect(await joinClass(school.db, zofia, 'stry 2468', now)).toMatchObject({
      ok: true,
      classId: 'stories',
      already: false,
    });
    expect(await joinClass(school.db, zofia, 'STRY2468', now)).toMatchObject({ ok: true, already: true });
    const { rows } = await school.db.query("SELECT uses_left FROM invite_code WHERE code = 'STRY2468'");
    expect(rows).toEqual([{ uses_left: 11 }]);
    const stories = await workOf(school.db, zofia, 'stories' as ClassId, now);
    expect(stories.length).toBeGreaterThan(3);
    // What was due before she came stands apart: hers to do, never overdue, and on nobody's list of what is missing.
    const before = stories.filter((item) => item.before);
    expect(before.length).toBeGreaterThan(0);
    expect(stories.filter(({ state }) => state === 'overdue')).toEqual([]);
    const { next, folds } = await studentToday(school.db, zofia, ZONE, now);
    const ids = before.map(({ id }) => id);
    expect(folds.before.map(({ id }) => id).sort()).toEqual([...ids].sort());
    expect(
      [...next.map(({ item }) => item), ...folds.overdue, ...folds.closed].filter(({ id }) => ids.includes(id)),
    ).toEqual([]);
    for (const id of ids) {
      const list = await studentsOn(school.db, id, now);
      expect(list.find((student) => student.id === zofia.id)?.list).toBe('later');
    }

    const keanu = await school.person('s-keanu');
    for (let i = 0; i < JOIN_ATTEMPTS.most; i += 1) {
      expect(await joinClass(school.db, keanu, `WRONG${i}`, now)).toEqual({ ok: false, code: 'wrong-code' });
    }
    expect(await joinClass(school.db, keanu, 'STRY2468', now)).toEqual({ ok: false, code: 'too-many-attempts' });
    expect(await joinClass(school.db, keanu, 'STRY2468', now + JOIN_ATTEMPTS.within + 1)).toMatchObject({ ok: true });
  });

  test('a code that is used up or too old is told apart, and a new one ends the old', async () => {
    const haddad = await school.person('t-haddad');
    await school.db.query("DELETE FROM membership WHERE class_id = 'stories' AND person_id = ANY($1)", [
      ['s-otso', 's-rosa'],
    ]);
    const { code } = await makeInvite(school.db, haddad, 'stories' as ClassId, now);
    expect(code).toMatch(/^[2-9A-HJKMNP-TV-Z]{8}$/);
    const otso = await school.person('s-otso');
    expect(await joinClass(school.db, otso, 'STRY2468', now)).toMatchObject({ code: 'wrong-code' });
    expect(await joinClass(school.db, otso, code, now + 15 * DAY)).toMatchObject({ code: 'expired' });
    await school.db.query('UPDATE invite_code SET uses_left = 1 WHERE code = $1', [code]);
    const rosa = await school.person('s-rosa');
    const both = await Promise.all([joinClass(school.db, otso, code, now), joinClass(school.db, rosa, code, now)]);
    expect(both.map((joined) => joined.ok).sort()).toEqual([false, true]);
    expect(both.find((joined) => !joined.ok)).toEqual({ ok: false, code: 'used-up' });
    expect(await joinClass(school.db, haddad, code, now)).toEqual({ ok: false, code: 'teachers-do-not' });
  });
});

test('the Shelf holds what one made, by class, and a class of the past stays', async () => {
  const { boards } = await shelf(school.db, imke, now);
  // What is one's own comes before the classes.
  expect(boards.map(({ id, past }) => [id === 'own', past])).toEqual([
    [true, false],
    ...Array.from({ length: 5 }, () => [false, false]),
    [false, true],
  ]);
  expect(boards.at(-1)).toMatchObject({ name: 'Ropework, last year', items: [{ title: 'My first splice, Imke A.' }] });
  const { rows } = await school.db.query('SELECT count(*)::int AS n FROM document WHERE owner_id = $1', [imke.id]);
  expect(boards.flatMap(({ items }) => items)).toHaveLength((rows as { n: number }[])[0]?.n ?? -1);
  expect((await workOf(school.db, imke, null, now)).some(({ id }) => id === 'splice')).toBe(false);
});
