import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import type { PersonId } from '@/core/ids';
import { peopleShownFrom } from '@/core/office/people-shown';
import { enter } from '@/server/http/page';
import { peopleScreen } from '@/server/reading/office/people';
import { Words } from '@/ui/common/words';
import { PeopleScreen } from '@/ui/office/people-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('people'))('title') };
}

type Said = Record<string, string | string[] | undefined>;

/** The number in an address at which a list goes on. */
const placeIn = (said: string | string[] | undefined): number =>
  typeof said === 'string' && /^\d{1,6}$/.test(said) ? Number(said) : 0;

export default async function PeoplePage({ searchParams }: { searchParams: Promise<Said> }) {
  const { db, school, now } = await enter('PAGE /office/people');
  const said = await searchParams;
  const person = typeof said.person === 'string' ? (said.person as PersonId) : null;
  const view = await peopleScreen(db, peopleShownFrom(said), { from: placeIn(said.from), person }, now);
  return (
    <Words of="(frame)/office/people">
      <PeopleScreen view={view} zone={school.zone} now={now} />
    </Words>
  );
}
