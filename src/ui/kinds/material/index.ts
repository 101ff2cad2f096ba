import type { MaterialContent } from '@/server/kinds/material/index';

/** What is said of a kind of material around its view. */
interface MaterialLook {
  /** What it is called; `null` where it cannot be shown, and is only had as a file. */
  readonly word:
    | 'kind-text'
    | 'kind-pdf'
    | 'kind-slides'
    | 'kind-image'
    | 'kind-video'
    | 'kind-audio'
    | 'kind-sheet'
    | 'kind-link'
    | 'kind-book'
    | null;
  /** What somebody has done who has been through it. */
  readonly taken: 'read' | 'seen' | 'heard';
  /** How long it takes is measured by its words, and said below. */
  readonly measured?: true;
}

/** Each kind of material, as one speaks of it. */
export const MATERIALS: { readonly [Kind in MaterialContent['kind']]: MaterialLook } = {
  text: { word: 'kind-text', taken: 'read', measured: true },
  pdf: { word: 'kind-pdf', taken: 'read' },
  slides: { word: 'kind-slides', taken: 'seen' },
  image: { word: 'kind-image', taken: 'seen' },
  video: { word: 'kind-video', taken: 'seen' },
  audio: { word: 'kind-audio', taken: 'heard' },
  sheet: { word: 'kind-sheet', taken: 'seen' },
  link: { word: 'kind-link', taken: 'seen' },
  book: { word: 'kind-book', taken: 'read' },
  unshown: { word: null, taken: 'seen' },
  broken: { word: null, taken: 'seen' },
};
