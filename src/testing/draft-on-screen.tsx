import { type ReactNode, useEffect, useState } from 'react';
import type * as Y from 'yjs';
import { assemble } from '@/core/documents/text-document';
import type { ClassId } from '@/core/ids';
import { assignmentUnmet } from '@/core/setting/assignment';
import { EMPTY_DRAFT } from '@/core/setting/draft';
import { firstOfDraft, readDraft } from '@/core/setting/draft-document';
import { beginDraft } from '@/server/doing/setting/drafts';
import { type SetDesk, setDesk } from '@/server/reading/setting/set-desk';
import { useTimes } from '@/ui/common/times';
import type { DocumentSession } from '@/ui/desk/document-session';
import type { SetTools } from '@/ui/set/tools';
import { Screens } from './screen';

const ZONE = 'Europe/Lisbon';
/** Tuesday 9 March 2027, 10:42 in Lisbon. */
export const NOW = Date.UTC(2027, 2, 9, 10, 42);

/** Opens a school, and in it a new draft of a class as its teacher is given it. */
export async function draftOnScreen(): Promise<{ readonly screens: Screens; readonly view: SetDesk }> {
  const screens = await Screens.open();
  await screens.signIn('t-bello');
  const { db, person } = screens.school;
  const bello = await person('t-bello');
  const begun = await beginDraft(db, bello, 'weather' as ClassId, Date.now());
  const view = begun.ok ? await setDesk(db, bello, begun.document) : null;
  if (!view) throw new Error('no draft was begun');
  return { screens, view };
}

/** A part of the Desk on which a draft is written, read anew whenever something is. */
function Written({ ydoc, view, of }: { ydoc: Y.Doc; view: SetDesk; of: (tools: SetTools) => ReactNode }) {
  const times = useTimes(ZONE);
  const [draft, setDraft] = useState(() => readDraft(ydoc));
  useEffect(() => {
    const read = () => setDraft(readDraft(ydoc));
    ydoc.on('update', read);
    return () => ydoc.off('update', read);
  }, [ydoc]);
  const known = {
    units: new Set(view.units.map(({ id }) => id)),
    materials: new Set<string>(),
    assignments: new Map(view.known.assignments.map(({ id, after }) => [id, after])),
    students: new Set(view.students.map(({ id }) => id)),
  };
  const unmet = assignmentUnmet(draft, '' as never, known);
  // Everything has been kept already.
  const session = { flush: async () => true } as unknown as DocumentSession;
  return of({
    view,
    draft,
    ydoc,
    session,
    editable: true,
    unmet,
    materials: new Map(),
    addMaterial: () => {},
    help: null,
    times,
    zone: ZONE,
    now: NOW,
  });
}

/** Draws a part of the Desk on which work is set, on a draft of its own. */
export async function writtenOn(
  { screens, view }: { readonly screens: Screens; readonly view: SetDesk },
  of: (tools: SetTools) => ReactNode,
  write: (ydoc: Y.Doc) => void = () => {},
) {
  const ydoc = assemble([firstOfDraft(EMPTY_DRAFT)]);
  write(ydoc);
  const page = await screens.draw(() => <Written ydoc={ydoc} view={view} of={of} />, '(frame)/set/[draft]');
  return { page, draft: () => readDraft(ydoc), ydoc };
}
