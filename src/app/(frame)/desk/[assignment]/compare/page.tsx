import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { comparePage } from '@/server/reading/documents/comparing';
import { Words } from '@/ui/common/words';
import { CompareScreen } from '@/ui/compare/compare-screen';

interface Props {
  readonly params: Promise<{ assignment: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('compare'))('title') };
}

export default async function ComparePage({ params: given, searchParams }: Props) {
  const { db, person, school, params } = await enter('PAGE /desk/[assignment]/compare', await given);
  const { from, to } = await searchParams;
  const one = (value: typeof from) => (typeof value === 'string' ? value : null);
  const page = await comparePage(db, person.id, params.assignment, one(from), one(to));
  if (!page) notFound();
  return (
    <Words of="(frame)/desk/[assignment]/compare">
      <CompareScreen {...page} zone={school.zone} />
    </Words>
  );
}
