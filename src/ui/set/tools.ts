import type * as Y from 'yjs';
import type { Instant } from '@/core/ids';
import type { AssignmentUnmet } from '@/core/setting/assignment';
import type { AssignmentDraft, DraftStep } from '@/core/setting/draft';
import type { KnownMaterial } from '@/core/setting/minutes';
import type { SetDesk } from '@/server/reading/setting/set-desk';
import type { Times } from '@/ui/common/times';
import type { DocumentSession } from '@/ui/desk/document-session';
import type { WritingHelp } from '@/ui/desk/writing-help';

/** What everything on the Desk on which work is set can use. */
export interface SetTools {
  readonly view: SetDesk;
  readonly draft: AssignmentDraft;
  /** Where it is written. */
  readonly ydoc: Y.Doc;
  readonly session: DocumentSession;
  readonly editable: boolean;
  /** What keeps it from being posted. */
  readonly unmet: readonly AssignmentUnmet[];
  readonly materials: ReadonlyMap<string, KnownMaterial>;
  /** Something that was put into the class just now. */
  readonly addMaterial: (material: KnownMaterial) => void;
  readonly help: WritingHelp | null;
  readonly times: Times;
  readonly zone: string;
  readonly now: Instant;
}

/** What is given to the part of the stage on which a step of one kind is set. */
export interface SetStepProps {
  readonly step: DraftStep;
  readonly tools: SetTools;
}
