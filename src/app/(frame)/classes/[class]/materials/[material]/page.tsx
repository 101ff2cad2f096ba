import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { enter } from '@/server/http/page';
import { materialPage } from '@/server/reading/materials/material-page';
import { titleOfMaterial } from '@/server/reading/titles';
import { MaterialScreen } from '@/ui/class-line/material-screen';
import { Words } from '@/ui/common/words';

interface Props {
  readonly params: Promise<{ class: string; material: string }>;
}

export async function generateMetadata({ params: given }: Props): Promise<Metadata> {
  const { db, params } = await enter('PAGE /classes/[class]/materials/[material]', await given);
  return { title: await titleOfMaterial(db, params.material) };
}

export default async function MaterialPage({ params: given }: Props) {
  const { db, person, school, now, params } = await enter('PAGE /classes/[class]/materials/[material]', await given);
  const page = await materialPage(db, person, params, now);
  if (!page) notFound();
  return (
    <Words of="(frame)/classes/[class]/materials/[material]">
      <MaterialScreen {...page} zone={school.zone} now={now} />
    </Words>
  );
}
