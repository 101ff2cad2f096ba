import { KEPT_ROLES } from '@/core/documents/roles';
import { ASKS } from '@/core/kinds/ask';
import { DOCUMENTS } from '@/core/kinds/document';
import { EVENTS } from '@/core/kinds/event';
import { MATERIAL_KINDS } from '@/core/kinds/material';
import { PIECES } from '@/core/kinds/piece';
import { STEPS } from '@/core/kinds/step';
import { type TestSchool, testSchool } from './test-school';

let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

const stored = async (sql: string): Promise<readonly string[]> => {
  const { rows } = await school.db.query(`SELECT DISTINCT name FROM (${sql}) found WHERE name IS NOT NULL ORDER BY 1`);
  return (rows as readonly { readonly name: string }[]).map(({ name }) => name);
};

test('the demo shows every kind of step, document and material, and knows no other', async () => {
  const pairs: readonly (readonly [string, readonly string[]])[] = [
    ['SELECT kind AS name FROM step', Object.keys(STEPS)],
    ["SELECT kind AS name FROM document WHERE role <> 'draft'", Object.keys(DOCUMENTS)],
    ['SELECT kind AS name FROM material', MATERIAL_KINDS],
  ];
  for (const [sql, registry] of pairs) expect([sql, await stored(sql)]).toEqual([sql, [...registry].sort()]);
});

test('what is asked, what happened and what was handed in has no kind that the application does not know', async () => {
  const events = await stored('SELECT kind AS name FROM event');
  expect(events.filter((name) => !Object.hasOwn(EVENTS, name))).toEqual([]);
  expect(events.length).toBeGreaterThan(5);
  const pieces = await stored('SELECT kind AS name FROM piece UNION SELECT kind FROM hand_in_piece');
  expect(pieces.filter((name) => !Object.hasOwn(PIECES, name))).toEqual([]);
  expect(pieces).toContain('document');
  const asks = await stored("SELECT jsonb_array_elements(asks)->>'kind' AS name FROM assignment");
  expect(asks.filter((name) => !Object.hasOwn(ASKS, name))).toEqual([]);
  expect(asks.length).toBeGreaterThan(5);
  const documents = await stored('SELECT document_kind AS name FROM hand_in_piece');
  expect(documents.filter((name) => !Object.hasOwn(DOCUMENTS, name))).toEqual([]);
});

test('the database lets a document have the roles that the application knows, and no other', async () => {
  const roles = await stored(
    "SELECT (regexp_matches(pg_get_constraintdef(oid), 'role = ''(\\w+)''', 'g'))[1] AS name FROM pg_constraint WHERE conname = 'document_belongs'",
  );
  expect(roles).toEqual([...KEPT_ROLES].sort());
});
