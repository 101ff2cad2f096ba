import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { enter } from '@/server/http/page';
import { ownDocument } from '@/server/reading/documents/document-page';
import { titleOfDocument } from '@/server/reading/titles';
import { Words } from '@/ui/common/words';
import { OwnDocument } from '@/ui/shelf/own-document';

interface Props {
  readonly params: Promise<{ document: string }>;
}

export async function generateMetadata({ params: given }: Props): Promise<Metadata> {
  const { db, params } = await enter('PAGE /shelf/[document]', await given);
  return { title: await titleOfDocument(db, params.document) };
}

export default async function OwnDocumentPage({ params: given }: Props) {
  const { db, person, school, params } = await enter('PAGE /shelf/[document]', await given);
  const page = await ownDocument(db, person, params.document);
  if (!page) notFound();
  return (
    <Words of="(frame)/shelf/[document]">
      <OwnDocument {...page} zone={school.zone} />
    </Words>
  );
}
