import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ClassId } from '@/core/ids';
import { enter } from '@/server/http/page';
import { isMaterialOpen, mayRead, viewMaterial } from '@/server/reading/materials/materials';
import { findClass } from '@/store/classes';
import { findMaterial } from '@/store/materials';
import { MaterialScreen } from '@/ui/class-line/material-screen';

interface Props {
  readonly params: Promise<{ class: string; material: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const given = await params;
  const { db } = await enter('PAGE /classes/[class]/materials/[material]', given);
  return { title: (await findMaterial(db, given.material))?.title };
}

export default async function MaterialPage({ params }: Props) {
  const given = await params;
  const { db, person, school, now } = await enter('PAGE /classes/[class]/materials/[material]', given);
  const material = await findMaterial(db, given.material);
  const found = await findClass(db, given.class as ClassId);
  if (!material || !found) notFound();
  const open =
    (await mayRead(db, person, material.id, now)) || (material.removed_at !== null && isMaterialOpen(material, now));
  return (
    <MaterialScreen
      id={material.id}
      title={material.title}
      at={found}
      opensAt={material.opens_at}
      closesAt={material.closes_at}
      // Until the window opens, nothing of the contents leaves the server.
      view={open ? await viewMaterial(db, material, person) : null}
      zone={school.zone}
      now={now}
    />
  );
}
