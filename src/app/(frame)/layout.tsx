import type { ReactNode } from 'react';
import { visitor } from '@/server/page';
import { Frame } from '@/ui/frame/frame';

export default async function FrameLayout({ children }: { children: ReactNode }) {
  const { person } = await visitor();
  return <Frame shortName={person?.short_name ?? ''}>{children}</Frame>;
}
