import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { DocumentId } from '@/core/ids';
import { enter } from '@/server/http/page';
import { findDocument } from '@/store/documents';
import { spellingOf } from '@/store/own-words';
import { OwnDocument } from '@/ui/shelf/own-document';

interface Props {
  readonly params: Promise<{ document: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const given = await params;
  const { db } = await enter('PAGE /shelf/[document]', given);
  return { title: (await findDocument(db, given.document as DocumentId))?.title };
}

export default async function OwnDocumentPage({ params }: Props) {
  const given = await params;
  const { db, person, school } = await enter('PAGE /shelf/[document]', given);
  const found = await findDocument(db, given.document as DocumentId);
  // What belongs to an assignment opens at its Desk.
  if (found?.kind !== 'own' || found.removed_at !== null) notFound();
  return (
    <OwnDocument
      id={found.id}
      title={found.title}
      lang={person.locale ?? 'en'}
      zone={school.zone}
      spelling={await spellingOf(db, person)}
    />
  );
}
