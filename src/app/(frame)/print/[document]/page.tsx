import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { DocumentId } from '@/core/ids';
import { enter } from '@/server/http/page';
import { contentOf } from '@/server/reading/documents/stored-documents';
import { findClass } from '@/store/classes';
import { findDocument } from '@/store/documents';
import { PrintedDocument } from '@/ui/shelf/printed-document';

interface Props {
  readonly params: Promise<{ document: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const given = await params;
  const { db } = await enter('PAGE /print/[document]', given);
  return { title: (await findDocument(db, given.document as DocumentId))?.title };
}

export default async function PrintPage({ params }: Props) {
  const given = await params;
  const { db, person } = await enter('PAGE /print/[document]', given);
  const found = await findDocument(db, given.document as DocumentId);
  if (!found) notFound();
  const at = found.class_id === null ? null : await findClass(db, found.class_id);
  const read = await contentOf(db, person.id, found.id);
  return (
    <PrintedDocument
      title={found.title}
      content={read.ok ? read.content : null}
      lang={at?.locale ?? person.locale ?? 'en'}
    />
  );
}
