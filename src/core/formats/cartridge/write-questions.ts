import { type Part, type Question, type QuestionSet, questionsIn } from '../../questions/question-set';
import { plainText, together } from '../../text/document-json';
import type { Doc } from '../../text/nodes';
import { fragment, html } from '../html-out';
import { type CourseNote, NAMES } from './cartridge';

const text = (doc: Doc): string =>
  `<material><mattext texttype="text/html">${html(fragment(doc))}</mattext></material>`;

const entry = (name: string, value: string): string =>
  `<qtimetadatafield><fieldlabel>${name}</fieldlabel><fieldentry>${html(value)}</fieldentry></qtimetadatafield>`;

interface Written {
  /** The profile of the cartridge that it follows. */
  readonly profile: string;
  readonly presentation: string;
  readonly processing: string;
  /** What is other there than it was. */
  readonly changed?: CourseNote['code'];
}

const full = '<setvar action="Set" varname="SCORE">100</setvar>';
const condition = (when: string): string =>
  `<respcondition continue="No"><conditionvar>${when}</conditionvar>${full}</respcondition>`;
const equal = (value: string, more = ''): string => `<varequal respident="response"${more}>${html(value)}</varequal>`;

const choices = (all: readonly { readonly id: string; readonly says: Doc }[], cardinality: string, shuffle: boolean) =>
  `<response_lid ident="response" rcardinality="${cardinality}"><render_choice shuffle="${shuffle ? 'Yes' : 'No'}">${all
    .map(({ id, says }) => `<response_label ident="${html(id)}">${text(says)}</response_label>`)
    .join('')}</render_choice></response_lid>`;

const line = '<response_str ident="response" rcardinality="Single"><render_fib/></response_str>';

/** One part of a question in the profile; `null` where there is none for its kind. */
function written({ kind, set }: Part): Written | null {
  switch (kind) {
    case 'one':
      return set.right === null
        ? null
        : {
            profile: 'cc.multiple_choice.v0p1',
            presentation: choices(set.choices, 'Single', set.shuffle),
            processing: condition(equal(set.right)),
          };
    case 'several': {
      const { right, choices: all } = set;
      if (right === null) return null;
      const when = all.map(({ id }) => (right.includes(id) ? equal(id) : `<not>${equal(id)}</not>`)).join('');
      return {
        profile: 'cc.multiple_response.v0p1',
        presentation: choices(all, 'Multiple', set.shuffle),
        processing: condition(`<and>${when}</and>`),
      };
    }
    case 'truth': {
      if (set.right === null) return null;
      const label = (ident: string, word: string) =>
        `<response_label ident="${ident}"><material><mattext texttype="text/plain">${word}</mattext></material></response_label>`;
      return {
        profile: 'cc.true_false.v0p1',
        presentation: `<response_lid ident="response" rcardinality="Single"><render_choice>${label('true', 'True')}${label('false', 'False')}</render_choice></response_lid>`,
        processing: condition(equal(String(set.right))),
      };
    }
    case 'short': {
      const accepted = (set.accepted ?? []).filter((one) => one.trim() !== '');
      if (accepted.length === 0) return null;
      const capitals = ` case="${set.capitals ? 'Yes' : 'No'}"`;
      return {
        profile: 'cc.fib.v0p1',
        presentation: line,
        processing: condition(accepted.map((one) => equal(one, capitals)).join('')),
      };
    }
    case 'number': {
      const right = set.right === null ? Number.NaN : Number(set.right);
      if (!Number.isFinite(right) || set.unit !== null) return null;
      return {
        profile: 'cc.fib.v0p1',
        presentation: line,
        processing: condition(equal(String(right), ' case="No"')),
        changed: 'number-as-words',
      };
    }
    case 'long':
      return {
        profile: 'cc.essay.v0p1',
        presentation:
          '<response_str ident="response" rcardinality="Single"><render_fib rows="8" columns="60"/></response_str>',
        processing: '',
      };
    default:
      return null;
  }
}

function item(part: Part, made: Written, title: string, prompt: Doc): string {
  const meta = [
    entry('cc_profile', made.profile),
    entry('cc_weighting', String(Math.max(0, Math.round(part.points)))),
    ...(made.profile === 'cc.essay.v0p1'
      ? [entry('qmd_scoringpermitted', 'Yes'), entry('qmd_computerscored', 'No')]
      : []),
  ].join('');
  const why = part.why ? `<itemfeedback ident="general_fb"><flow_mat>${text(part.why)}</flow_mat></itemfeedback>` : '';
  const scored = made.processing === '' ? '' : made.processing;
  const shown = part.why
    ? '<respcondition continue="Yes"><conditionvar><other/></conditionvar><displayfeedback feedbacktype="Response" linkrefid="general_fb"/></respcondition>'
    : '';
  return `<item ident="${html(part.id)}" title="${html(title)}"><itemmetadata><qtimetadata>${meta}</qtimetadata></itemmetadata><presentation>${text(
    prompt,
  )}${made.presentation}</presentation><resprocessing><outcomes><decvar maxvalue="100" minvalue="0" varname="SCORE" vartype="Decimal"/></outcomes>${shown}${scored}</resprocessing>${why}</item>`;
}

/**
 * A set of questions as an assessment, or as a bank, of the cartridge's profile of QTI 1.2.1. Each part of a question is an item of
 * its own there.
 */
export function writeQuestions(
  set: QuestionSet,
  { id, title, bank }: { readonly id: string; readonly title: string; readonly bank: boolean },
): { readonly xml: string | null; readonly notes: readonly CourseNote[] } {
  const notes: CourseNote[] = [];
  const note = (what: CourseNote['what'], code: CourseNote['code'], of: Question) =>
    notes.push({ title: titleOf(of) || title, what, code });
  const items = questionsIn(set).flatMap((question) => {
    if (question.parts.length > 1) note('changed', 'parts-apart', question);
    return question.parts.flatMap((part) => {
      const prompt = question.stem === null ? part.prompt : together([question.stem, part.prompt]);
      const made = question.draws.length > 0 ? null : written(part);
      if (made === null) {
        note('left', 'questions-left', question);
        return [];
      }
      if (made.changed) note('changed', made.changed, question);
      return [item(part, made, titleOf(question), prompt)];
    });
  });
  if (items.length === 0) return { xml: null, notes };
  const inner = bank
    ? `<objectbank ident="${html(id)}">${items.join('')}</objectbank>`
    : `<assessment ident="${html(id)}" title="${html(title)}"><qtimetadata>${entry('cc_profile', 'cc.exam.v0p1')}${entry(
        'qmd_assessmenttype',
        'Examination',
      )}</qtimetadata><section ident="root_section">${items.join('')}</section></assessment>`;
  return {
    xml: `<?xml version="1.0" encoding="UTF-8"?>\n<questestinterop xmlns="${NAMES.questions}">${inner}</questestinterop>\n`,
    notes,
  };
}

const titleOf = ({ parts }: Question): string => {
  const [first] = parts;
  return first ? plainText(first.prompt).replace(/\s+/g, ' ').trim().slice(0, 80) : '';
};
