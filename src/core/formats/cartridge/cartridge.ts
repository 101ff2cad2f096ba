import type { QuestionSet } from '../../questions/question-set';
import type { Doc } from '../../text/nodes';

/** Something of a course, as it goes out and comes in: by what it is, not by what made it. */
export type CourseItem = { readonly title: string } & (
  | { readonly kind: 'page'; readonly body: Doc }
  /** A file, by its name in the cartridge. */
  | { readonly kind: 'file'; readonly path: string }
  | { readonly kind: 'link'; readonly address: string }
  | { readonly kind: 'work'; readonly body: Doc; readonly points: number | null; readonly files: readonly string[] }
  | { readonly kind: 'questions'; readonly set: QuestionSet; readonly bank: boolean }
  | { readonly kind: 'topic'; readonly body: Doc }
);

export interface CourseFolder {
  readonly title: string;
  readonly items: readonly CourseItem[];
}

/** A course without anybody in it and without times. */
export interface CourseParts {
  readonly title: string;
  readonly folders: readonly CourseFolder[];
}

/** What became of a thing on its way: it is another thing now, or is not there. */
export interface CourseNote {
  readonly title: string;
  readonly what: 'changed' | 'left';
  readonly code:
    | 'questions-left'
    | 'number-as-words'
    | 'parts-apart'
    | 'rules-left'
    | 'sheets-left'
    | 'folder-in-folder'
    | 'bank-as-work'
    | 'tool-elsewhere'
    | 'unknown-kind'
    | 'file-missing'
    | 'no-address'
    | 'outside-file'
    | 'cannot-be-read'
    | 'pictures-left'
    | 'too-large';
}

/** Names and types of IMS Common Cartridge 1.3 and of its profile of QTI 1.2.1 (from memory). */
export const NAMES = {
  package: 'http://www.imsglobal.org/xsd/imsccv1p3/imscp_v1p1',
  lom: 'http://ltsc.ieee.org/xsd/imsccv1p3/LOM/manifest',
  link: 'http://www.imsglobal.org/xsd/imsccv1p3/imswl_v1p3',
  topic: 'http://www.imsglobal.org/xsd/imsccv1p3/imsdt_v1p3',
  work: 'http://www.imsglobal.org/xsd/imscc_extensions/assignment',
  questions: 'http://www.imsglobal.org/xsd/ims_qtiasiv1p2',
} as const;

export const TYPES = {
  file: 'webcontent',
  link: 'imswl_xmlv1p3',
  topic: 'imsdt_xmlv1p3',
  work: 'assignment_xmlv1p0',
  questions: 'imsqti_xmlv1p2/imscc_xmlv1p3/assessment',
  bank: 'imsqti_xmlv1p2/imscc_xmlv1p3/question-bank',
} as const;
