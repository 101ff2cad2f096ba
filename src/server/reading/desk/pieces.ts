import { ROLE_RULES } from '@/core/documents/roles';
import type { FileKind } from '@/core/formats/file-kinds';
import type { DocumentId, Instant, StepId } from '@/core/ids';
import { type Ask, filesOf } from '@/core/kinds/ask';
import type { DocumentName } from '@/core/kinds/document';
import { documentIn, factsOf, liesOnShelf, type PieceFacts, type PieceName } from '@/core/kinds/piece';
import { LARGEST_FILE } from '@/server/limits';
import { type Answers, readTogether } from '@/store/database';
import { documentsOfOwner } from '@/store/documents';
import { kindsOfPieces, piecesOfOwner, piecesOfWork } from '@/store/pieces';
import type { Asker, OnDesk } from './on-desk';

/** What goes along besides the documents of the steps, or was taken off. */
export interface DeskPiece extends PieceFacts {
  readonly id: string;
  readonly kind: PieceName;
  readonly name: string;
  /** The document whose words go along; `null` where it is none. */
  readonly document: { readonly id: DocumentId; readonly kind: DocumentName } | null;
  readonly removedAt: Instant | null;
  /** The step at which it was recorded; `null` for anything else. */
  readonly step: StepId | null;
}

export interface DeskPieces {
  readonly pieces: readonly DeskPiece[];
  /** What could be put to it from the shelf. */
  readonly onShelf: readonly { readonly from: 'piece' | 'document'; readonly id: string; readonly name: string }[];
  /** What a file chooser should offer, as the attribute of the platform; empty for anything. */
  readonly accept: string;
  /** The most bytes that one file may have. */
  readonly largestFile: number;
}

const ACCEPT: Readonly<Partial<Record<FileKind, string>>> = {
  pdf: '.pdf',
  picture: 'image/*',
  document: '.docx,.odt',
  sheet: '.xlsx,.ods',
  slides: '.pptx,.odp',
  sound: 'audio/*',
  video: 'video/*',
  text: '.txt,.md,.csv',
};

/** What a file chooser should offer for an assignment. Where one ask takes anything, so does the chooser. */
function acceptOf(asks: readonly Ask[]): string {
  const types = asks.flatMap((ask) => {
    const wanted = filesOf(ask);
    return wanted ? [wanted] : [];
  });
  if (types.length === 0 || types.some((list) => list.length === 0 || list.includes('other'))) return '';
  return [...new Set(types.flat().map((type) => ACCEPT[type] ?? ''))].join(',');
}

/** What could be put to an assignment from the shelf: one's own documents, and files and links of other work. */
async function shelved({ db, student, assignment }: OnDesk): Promise<DeskPieces['onShelf']> {
  const shelf = await readTogether(db, { documents: documentsOfOwner(student.id), pieces: piecesOfOwner(student.id) });
  const documents = shelf.documents.filter(
    ({ role, removed_at }) => ROLE_RULES[role].ownersAlone && removed_at === null,
  );
  const pieces = shelf.pieces.filter(
    ({ is, assignment_id, removed_at }) => liesOnShelf(is) && assignment_id !== assignment.id && removed_at === null,
  );
  return [
    ...documents.map(({ id, title }) => ({ from: 'document' as const, id, name: title })),
    ...pieces.map(({ id, name }) => ({ from: 'piece' as const, id, name })),
  ];
}

export const piecesAsks = ({ student, assignmentId }: Asker) => ({
  stored: piecesOfWork(assignmentId, student.id),
  kinds: kindsOfPieces(assignmentId, student.id),
});

export async function deskPieces(
  desk: OnDesk,
  { stored, kinds }: Answers<ReturnType<typeof piecesAsks>>,
  { brief }: { readonly brief: { readonly asks: readonly Ask[] } | null },
): Promise<DeskPieces> {
  const { assignment, open } = desk;
  const pieces = (open ? stored : []).map(({ id, name, removed_at: removedAt, step_id: step, is }): DeskPiece => {
    const document = documentIn(is);
    const kind = document && kinds.get(document);
    return {
      id,
      kind: is.kind,
      name,
      removedAt,
      step,
      ...factsOf(is),
      document: document && kind ? { id: document, kind } : null,
    };
  });
  return {
    pieces,
    onShelf: open && assignment.rules.takes === 'pieces' ? await shelved(desk) : [],
    accept: acceptOf(brief?.asks ?? []),
    largestFile: LARGEST_FILE,
  };
}
