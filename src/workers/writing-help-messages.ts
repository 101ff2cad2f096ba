import type { Checked, ReadyCheck } from '@/core/asks/ready-check';
import type { Misspelling, Variety } from '@/core/text/spelling';

/** What the page asks of the worker that helps with writing. */
export type ToHelp =
  /** Which English to spell in, if any; the words that are taken besides; whether sentences are looked at for verbs. */
  | {
      readonly kind: 'begin';
      readonly variety: Variety | null;
      readonly own: readonly string[];
      readonly tagger: boolean;
    }
  | { readonly kind: 'check'; readonly n: number; readonly checked: Checked }
  | { readonly kind: 'spell'; readonly n: number; readonly texts: readonly string[] }
  | { readonly kind: 'suggest'; readonly n: number; readonly word: string }
  | { readonly kind: 'learn'; readonly word: string; readonly taken: boolean };

/** What the worker answers; `begun` when the dictionary is there. */
export type FromHelp =
  | { readonly kind: 'begun' }
  | { readonly kind: 'checked'; readonly n: number; readonly check: ReadyCheck }
  | { readonly kind: 'spelt'; readonly n: number; readonly found: readonly (readonly Misspelling[])[] }
  | { readonly kind: 'suggested'; readonly n: number; readonly words: readonly string[] };
