import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { logScreen } from '@/server/reading/office/year';
import { LogScreen } from '@/ui/office/log-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('acts'))('title') };
}

type Said = Record<string, string | string[] | undefined>;

export default async function LogPage({ searchParams }: { searchParams: Promise<Said> }) {
  const { db, school, now } = await enter('PAGE /office/log');
  const { before } = await searchParams;
  const { acts, more } = await logScreen(
    db,
    typeof before === 'string' && /^\d{1,9}$/.test(before) ? Number(before) : null,
  );
  return <LogScreen acts={acts} more={more} zone={school.zone} now={now} />;
}
