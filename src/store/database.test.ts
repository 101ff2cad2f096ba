import { z } from 'zod';
import { instant } from './columns';
import { type Answers, made, type Queryable, readTogether, row, rows } from './database';
import { type TestSchool, testSchool } from './test-school';

let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

const number = z.object({ n: z.number() });
const upTo = (most: number) => rows(number, 'SELECT n FROM generate_series(1, $1::int) n ORDER BY n DESC', [most]);

describe('questions that are asked together', () => {
  test('are one statement, each with its own parameters and its rows in their order, under the names they were given', async () => {
    let statements = 0;
    const counting: Queryable = {
      query(sql, params) {
        statements += 1;
        return school.db.query(sql, params);
      },
    };
    const asked = {
      three: upTo(3),
      inside: {
        one: row(number, 'SELECT $1::int AS n', [7]),
        none: row(number, 'SELECT 1 AS n WHERE $1::boolean', [false]),
      },
      sum: made(upTo(4), (found) => found.reduce((sum, { n }) => sum + n, 0)),
    };
    const answers: Answers<typeof asked> = await readTogether(counting, asked);
    expect(answers).toEqual({
      three: [{ n: 3 }, { n: 2 }, { n: 1 }],
      inside: { one: { n: 7 }, none: null },
      sum: 10,
    });
    expect(statements).toBe(1);
  });

  test('have the same answers as alone: moments, documents in JSON, lists, and nothing', async () => {
    const at = new Date('2026-03-09T10:42:07.123Z');
    const shape = z.object({ at: instant, doc: z.unknown(), names: z.array(z.string()), none: instant.nullable() });
    const question = rows(
      shape,
      `SELECT $1::timestamptz AS at, '{"a":[1,"zwei"]}'::jsonb AS doc, ARRAY['x', 'y z'] AS names, NULL::timestamptz AS none`,
      [at],
    );
    const alone = question.of((await school.db.query(question.sql, question.params)).rows);
    expect(alone).toEqual([{ at: at.getTime(), doc: { a: [1, 'zwei'] }, names: ['x', 'y z'], none: null }]);
    expect((await readTogether(school.db, { question })).question).toEqual(alone);
  });

  test('a row that is not what was asked for is an error, and names nothing of what it holds', async () => {
    const wrong = row(number, "SELECT 'secret' AS n");
    await expect(readTogether(school.db, { wrong })).rejects.toThrow(expect.not.stringContaining('secret'));
  });
});
