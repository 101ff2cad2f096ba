import type { ComponentType, Ref } from 'react';
import type { ReadyCheck } from '@/core/asks/ready-check';
import type { DocumentId } from '@/core/ids';
import type { DocumentName, Written } from '@/core/kinds/document';
import type { StepName } from '@/core/kinds/step';
import type { DeskView } from '@/server/reading/desk/desk';
import type { WordsToCome } from '@/server/reading/desk/first-words';
import type { DeskStepOf } from '@/server/reading/desk/steps';
import type { PublicRules, RunningAttempt } from '@/server/reading/questions/given';
import type { Times } from '@/ui/common/times';
import type { PlaceNote } from '@/ui/desk/answer-nodes';
import type { DocumentSession } from '@/ui/desk/document-session';
import type { WritingHelp } from '@/ui/desk/writing-help';
import type { WritingHandle } from '@/ui/kinds/document/kind';
import type { Answering } from '@/ui/questions/use-answering';
import type { MarkedRemark } from '@/ui/remarks/remark-marks';

/** What the Desk offers to the stage of a step. */
export interface DeskTools {
  readonly view: DeskView;
  readonly times: Times;
  /** When the server made the screen. */
  readonly now: number;
  readonly canEdit: boolean;
  /** Can steps be done that come before what is written: something read, or agreed to? */
  readonly canDo: boolean;
  /** Says that a step is done, and goes to the next. */
  readonly finish: (step: string) => void;
  /** Says that a step was read, played or seen to its end, and stays. */
  readonly fill: (step: string) => void;
  /** The open documents, by id. */
  readonly sessions: ReadonlyMap<string, DocumentSession>;
  readonly help: WritingHelp | null;
  /** What is answered at the present step; `null` where nothing is asked, or not now. */
  readonly answering: Answering | null;
  /** What the ready check found; `null` while it looks. */
  readonly check: ReadyCheck | null;
  /** Opens what goes along, to attach something to it; `null` where nothing can be. */
  readonly attach: (() => void) | null;
  /** The same, by answer place. */
  readonly notes: ReadonlyMap<string, PlaceNote>;
  /** Remarks that came back, by the document whose words they are about. */
  readonly marked: ReadonlyMap<string, readonly MarkedRemark[]>;
  readonly handle: Ref<WritingHandle>;
  /** What is written in one document, as it came with the page; `null` for none. */
  readonly words: WordsToCome | null;
}

/** The document that a student writes in at a step. */
interface OwnCopy {
  readonly id: DocumentId;
  readonly title: string;
  readonly kind: DocumentName;
}

/** What stands on the stage while a step of a kind is the present one. */
export type Stage<Name extends StepName> = ComponentType<{
  readonly step: DeskStepOf<Name>;
  readonly desk: DeskTools;
}>;

/** How much of a step is there: its answers, or its words. */
export type Progress =
  | { readonly key: 'answered'; readonly n: number; readonly of: number }
  | { readonly key: 'words'; readonly n: number }
  | { readonly key: 'said'; readonly n: number }
  | { readonly key: 'taken'; readonly n: number };

/** What the Desk around the stage knows of a kind of step. */
export interface StepLook<Name extends StepName> {
  /** The document that is written in at it; `null` before it was opened, and where nothing is written. */
  readonly copy: (step: DeskStepOf<Name>) => OwnCopy | null;
  /** What of it goes along and is written nowhere here: the school keeps it; `null` for none. */
  readonly kept: (step: DeskStepOf<Name>) => Written | null;
  /** The attempt that runs at it; `null` where none does, and where nothing is asked. */
  readonly answers: (step: DeskStepOf<Name>) => RunningAttempt | null;
  /** Something is asked at it, and to answer it to the end is to hand it in. */
  readonly isAsked: boolean;
  /** The rules of what is asked at it; `null` where nothing is, or where it may not be opened yet. */
  readonly rules: (step: DeskStepOf<Name>) => PublicRules | null;
  /** How many attempts at it have ended and go along; 0 where nothing is asked. */
  readonly answeredTimes: (step: DeskStepOf<Name>) => number;
  /** At the first visit a copy of what the teacher gave is made. */
  readonly makesCopy: boolean;
  /** It wants the whole stage: nothing that was read stands beside it. */
  readonly standsAlone: boolean;
  /** Is it done, as far as it can be told here and now? */
  readonly isDone: (step: DeskStepOf<Name>, check: ReadyCheck | null) => boolean;
  /** How much of it is there, for its knot; `null` for the minutes that it takes. */
  readonly progress: (step: DeskStepOf<Name>, check: ReadyCheck | null) => Progress | null;
  /** Its stage says by itself what the teacher wants done. */
  readonly tellsTask: boolean;
}
