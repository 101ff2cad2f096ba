import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { enter } from '@/server/http/page';
import { printedDocument } from '@/server/reading/documents/document-page';
import { titleOfDocument } from '@/server/reading/titles';
import { Words } from '@/ui/common/words';
import { PrintedDocument } from '@/ui/shelf/printed-document';

interface Props {
  readonly params: Promise<{ document: string }>;
}

export async function generateMetadata({ params: given }: Props): Promise<Metadata> {
  const { db, params } = await enter('PAGE /print/[document]', await given);
  return { title: await titleOfDocument(db, params.document) };
}

export default async function PrintPage({ params: given }: Props) {
  const { db, person, params } = await enter('PAGE /print/[document]', await given);
  const page = await printedDocument(db, person, params.document);
  if (!page) notFound();
  return (
    <Words of="(frame)/print/[document]">
      <PrintedDocument {...page} />
    </Words>
  );
}
