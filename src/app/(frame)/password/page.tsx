import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { Words } from '@/ui/common/words';
import { PasswordScreen } from '@/ui/password/password-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('password'))('title') };
}

export default async function PasswordPage() {
  const { person } = await enter('PAGE /password');
  return (
    <Words of="(frame)/password">
      <PasswordScreen userName={person.user_name} />
    </Words>
  );
}
