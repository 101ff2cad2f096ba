import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { visitor } from '@/server/http/page';
import { demoPeople } from '@/store/people';
import { SignInScreen } from '@/ui/sign-in/sign-in-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('sign-in'))('title') };
}

export default async function SignInPage() {
  const { db, person, school } = await visitor();
  if (person) redirect('/today');
  const people = school.demo ? await demoPeople(db) : [];
  return (
    <SignInScreen
      school={school.name}
      help={school.help}
      people={people.map(({ id, name, role }) => ({ id, name, role }))}
    />
  );
}
