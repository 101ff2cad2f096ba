import type { ComponentType, ReactNode, Ref, RefObject } from 'react';
import type { Annotation } from '@/core/remarks/annotation';
import type { Highlight } from '@/core/remarks/marked-document';
import type { PlaceNote } from '@/ui/desk/answer-nodes';
import type { DocumentSession } from '@/ui/desk/document-session';
import type { SpellingSettings, WritingHelp } from '@/ui/desk/writing-help';
import type { MarkedRemark } from '@/ui/remarks/remark-marks';

/** What an editor of a kind of document is given. */
export interface EditorProps {
  readonly session: DocumentSession;
  readonly title: string;
  readonly lang: string;
  readonly notes: ReadonlyMap<string, PlaceNote>;
  /** Every tool, or only those that help with words. */
  readonly tools: 'all' | 'words';
  readonly help: WritingHelp | null;
  readonly spelling: SpellingSettings;
  readonly editable: boolean;
  /** Remarks on words of this document. */
  readonly remarks?: readonly MarkedRemark[] | undefined;
  readonly handle: Ref<WritingHandle>;
  /** It begins with photographs, for kinds that can be made of them. */
  readonly photographs?: boolean;
  /** Stands before the first line, and goes up with it. */
  readonly above?: ReactNode;
  /** Stands there until it is ready. */
  readonly meanwhile?: ReactNode;
  /** The place that was pressed before it was there; `null` for none. */
  readonly pressed?: RefObject<string | null>;
}

/** What a teacher does at places of a piece. */
export interface PlaceMarking {
  /** The piece, by its fingerprint. */
  readonly piece: string;
  readonly put: (remark: Annotation) => void;
  readonly drop: (ids: readonly string[]) => void;
}

/** How a kind of document looks. */
export interface DocumentScreen<Content> {
  /** It is written in. */
  readonly Editor: ComponentType<EditorProps>;
  /** It stands there until its editor does, and looks as it will in it; `null` where nothing does. */
  readonly First: ComponentType<{ readonly content: Content; readonly lang: string }> | null;
  /** Has made ready what the editor will need, while what was written is still on its way; `null` where that is nothing. */
  readonly soon: ((starter: Content) => void) | null;
  /** It is read: no caret, no tools. */
  readonly View: ComponentType<{ readonly content: Content; readonly lang: string }>;
  /** It is read with stretches of its runs standing out, each block saying where it begins in them. */
  readonly Marked: ComponentType<{
    readonly content: Content;
    readonly lang: string;
    readonly highlights: readonly Highlight[];
    /** What was remarked on it; those about words are among the highlights, too. */
    readonly remarks?: readonly Annotation[];
    /** How something is remarked at a place of it, for kinds that have places; `null` where nothing can be. */
    readonly marking?: PlaceMarking | null;
  }>;
}

export interface WritingHandle {
  /** Puts the caret into an answer place, or at the start of the document; false while there is no editor yet. */
  readonly goTo: (place: string | null) => boolean;
  /** Goes to the words of a remark; false when they are gone. */
  readonly goToRemark: (id: string) => boolean;
}
