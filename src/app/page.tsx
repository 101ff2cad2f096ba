import { redirect } from 'next/navigation';
import { visitor } from '@/server/http/page';

/** PAGE / sends everybody where they belong. */
export default async function Home() {
  const { person } = await visitor();
  redirect(person ? '/today' : '/sign-in');
}
