import StarterKit from '@tiptap/starter-kit';
import { safeAddress } from '@/core/formats/safe-address';
import { Answer, Question } from './answer-nodes';
import { Formulas } from './formulas';
import { Tables } from './tables';
import { Glow, Ink } from './tone-marks';

/** What a text that is written here can be made of, besides pictures, which need words of the screen. */
export const TEXT_NODES = [
  StarterKit.configure({
    undoRedo: false,
    code: false,
    codeBlock: false,
    horizontalRule: false,
    link: {
      openOnClick: false,
      autolink: false,
      linkOnPaste: false,
      isAllowedUri: (href) => safeAddress(href) !== null,
      HTMLAttributes: { target: null, rel: 'noopener noreferrer' },
    },
    strike: false,
    trailingNode: false,
    heading: { levels: [2, 3] },
  }),
  Ink,
  Glow,
  Tables,
  Question,
  Answer,
  Formulas,
];
