import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { lessonsScreen } from '@/server/reading/office/classes';
import { LessonsScreen } from '@/ui/office/lessons-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('office-classes'))('lessons') };
}

export default async function LessonsPage() {
  const { db } = await enter('PAGE /office/lessons');
  return <LessonsScreen view={await lessonsScreen(db)} />;
}
