import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { visitor } from '@/server/http/page';
import { offeredPeople } from '@/server/reading/people/people';
import { Words } from '@/ui/common/words';
import { SignInScreen } from '@/ui/sign-in/sign-in-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('sign-in'))('title') };
}

export default async function SignInPage() {
  const { db, person, school } = await visitor();
  if (person) redirect('/today');
  return (
    <Words of="sign-in">
      <SignInScreen school={school.name} help={school.help} people={await offeredPeople(db, school)} />
    </Words>
  );
}
