import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ClassId } from '@/core/ids';
import { enter } from '@/server/page';
import { findClass, findMaterial } from '@/store/classes';
import classes from '@/ui/class-line/material.module.css';
import { DocumentView } from '@/ui/common/document-view';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail, WeaveBand } from '@/ui/common/sail';

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
  const { db } = await enter('PAGE /classes/[class]/materials/[material]', given);
  const material = await findMaterial(db, given.material);
  const found = await findClass(db, given.class as ClassId);
  if (!material || !found) notFound();
  return (
    <>
      <WeaveBand weave={found.weave} />
      <main className={classes.main} id="main">
        <p>
          <Sail weave={found.weave} /> <PlaceLink href={`/classes/${found.id}`}>{found.name}</PlaceLink>
        </p>
        <h1>{material.title}</h1>
        <div className={classes.sheet}>
          <DocumentView document={material.body} lang={found.locale} />
        </div>
      </main>
    </>
  );
}
