import { strToU8, zipSync } from 'fflate';
import { type Part, type Question, type QuestionSet, questionsIn } from '../../questions/question-set';
import { plainText } from '../../text/document-json';
import type { PicturesAtHand } from '../html-out';
import { type QtiVersion, token } from './names';
import type { NotSaid } from './not-kept';
import { type WrittenPart, writePart } from './write-parts';
import { Writing } from './writing';

const NAMESPACE: Readonly<Record<QtiVersion, string>> = {
  '2.1': 'http://www.imsglobal.org/xsd/imsqti_v2p1',
  '3.0': 'http://www.imsglobal.org/xsd/imsqtiasi_v3p0',
};
const TEMPLATE: Readonly<Record<QtiVersion, (name: string) => string>> = {
  '2.1': (name) => `http://www.imsglobal.org/question/qti_v2p1/rptemplates/${name}`,
  '3.0': (name) => `https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/${name}.xml`,
};
const NAMES = { match: 'match_correct', map: 'map_response', point: 'map_response_point' } as const;
const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n';

type Written = WrittenPart & { readonly points: number };

/** How the parts of an item add up: by a pattern of the standard where one fits, else by rules. */
function processing(writing: Writing, parts: readonly Written[]): string {
  const [only] = parts;
  if (
    parts.length === 1 &&
    only &&
    only.scoring !== 'none' &&
    only.ids.length === 1 &&
    (only.scoring !== 'match' || only.points === 1)
  )
    return writing.e('responseProcessing', { template: TEMPLATE[writing.version](NAMES[only.scoring]) });
  const add = (value: string) =>
    writing.e(
      'setOutcomeValue',
      { identifier: 'SCORE' },
      writing.e('sum', {}, writing.e('variable', { identifier: 'SCORE' }), value),
    );
  const rules = parts.flatMap(({ ids, scoring, points }) =>
    ids.flatMap((identifier): string[] => {
      if (scoring === 'none') return [];
      if (scoring !== 'match')
        return [add(writing.e(scoring === 'map' ? 'mapResponse' : 'mapResponsePoint', { identifier }))];
      const right = writing.e('match', {}, writing.e('variable', { identifier }), writing.e('correct', { identifier }));
      const worth = add(writing.e('baseValue', { baseType: 'float' }, String(points)));
      return [writing.e('responseCondition', {}, writing.e('responseIf', {}, right, worth))];
    }),
  );
  return rules.length === 0 ? '' : writing.e('responseProcessing', {}, ...rules);
}

/** What stands for a question in a list. */
const titleOf = ({ id, stem, parts }: Question): string =>
  [stem, ...parts.map(({ prompt }: Part) => prompt)]
    .flatMap((doc) => (doc ? plainText(doc).replace(/\s+/g, ' ').trim().slice(0, 80) : []))
    .find((words) => words !== '') ?? id;

function writeItem(writing: Writing): string {
  const { question, version } = writing;
  const written = question.parts.map(
    (part, i): Written => ({
      ...writePart(writing, part, question.parts.length === 1 ? 'RESPONSE' : `RESPONSE-${i + 1}`),
      points: part.points,
    }),
  );
  if (question.draws.length > 0) writing.lose('template', question.draws.map(({ name }) => name).join(', '));
  if (question.material !== null) writing.lose('missing', question.material);
  const hints = question.parts.filter(({ hint }) => hint !== null).length;
  if (hints > 0) writing.lose('feedback', `${hints}`);
  const value = (n: number) => writing.e('defaultValue', {}, writing.e('value', {}, String(n)));
  const float = { cardinality: 'single', baseType: 'float' };
  const points = question.parts.reduce((sum, part) => sum + part.points, 0);
  const why = question.parts.flatMap(({ why: said }) => (said ? [writing.doc(said)] : []));
  const told = why.length > 0;
  const stem = question.stem ? `<div>${writing.doc(question.stem)}</div>` : '';
  const feedback = { outcomeIdentifier: 'FEEDBACK', identifier: 'why', showHide: 'show', title: 'Why' };
  // What is said afterwards is shown whatever was answered.
  const shown = writing.e('defaultValue', {}, writing.e('value', {}, 'why'));
  return `${HEAD}${writing.e(
    'assessmentItem',
    {
      xmlns: NAMESPACE[version],
      identifier: token(question.id),
      title: titleOf(question),
      adaptive: false,
      timeDependent: false,
    },
    ...written.map(({ declaration }) => declaration),
    writing.e('outcomeDeclaration', { identifier: 'SCORE', ...float }, value(0)),
    writing.e('outcomeDeclaration', { identifier: 'MAXSCORE', ...float }, value(points)),
    told
      ? writing.e(
          'outcomeDeclaration',
          { identifier: 'FEEDBACK', cardinality: 'single', baseType: 'identifier' },
          shown,
        )
      : '',
    writing.e('itemBody', {}, stem, ...written.map(({ interaction }) => `<div>${interaction}</div>`)),
    processing(writing, written),
    told ? writing.e('modalFeedback', feedback, ...why) : '',
  )}\n`;
}

/** A set as it leaves: one file an item, the test that puts them in their order, and the list of them all. */
export interface WrittenTest {
  readonly files: Readonly<Record<string, string>>;
  readonly notSaid: readonly NotSaid[];
}

/** Writes a set in the words of the standard. What has no word there is named. */
export function writeTest(
  set: QuestionSet,
  title: string,
  version: QtiVersion,
  pictures: PicturesAtHand = new Map(),
): WrittenTest {
  const notSaid: NotSaid[] = [];
  const questions = questionsIn(set);
  const at = (question: Question) => new Writing(version, question, pictures, notSaid);
  const files: Record<string, string> = {};
  for (const question of questions) files[`items/${question.id}.xml`] = writeItem(at(question));
  const [first] = questions;
  if (!first) return { files, notSaid };
  const writing = at(first);
  const element: Writing['e'] = (...said) => writing.e(...said);
  const sections = set.sections.map((section) =>
    element(
      'assessmentSection',
      { identifier: token(section.id), title: section.title || title, visible: true },
      section.draw === null ? '' : element('selection', { select: section.draw }),
      section.shuffle ? element('ordering', { shuffle: true }) : '',
      ...section.questions.map(({ id }) =>
        element('assessmentItemRef', { identifier: token(id), href: `items/${id}.xml` }),
      ),
    ),
  );
  const part = element(
    'testPart',
    { identifier: 'part', navigationMode: 'nonlinear', submissionMode: 'simultaneous' },
    ...sections,
  );
  files['test.xml'] =
    `${HEAD}${element('assessmentTest', { xmlns: NAMESPACE[version], identifier: 'test', title }, part)}\n`;
  const kind = version === '2.1' ? 'xmlv2p1' : 'xmlv3p0';
  const resource = (id: string, type: string, href: string) =>
    `<resource identifier="r-${id}" type="imsqti_${type}_${kind}" href="${href}"><file href="${href}"/></resource>`;
  const resources = [
    resource('test', 'test', 'test.xml'),
    ...questions.map(({ id }) => resource(id, 'item', `items/${id}.xml`)),
  ].join('');
  files['imsmanifest.xml'] =
    `${HEAD}<manifest xmlns="http://www.imsglobal.org/xsd/imscp_v1p1" identifier="manifest"><metadata/><organizations/><resources>${resources}</resources></manifest>\n`;
  return { files, notSaid };
}

/** The same as one archive. */
export const packedTest = ({ files }: WrittenTest): Uint8Array =>
  zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])));
