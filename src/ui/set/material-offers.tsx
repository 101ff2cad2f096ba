'use client';

import { useTranslations } from 'next-intl';
import type { KnownMaterial } from '@/core/setting/minutes';
import classes from './set.module.css';

/** So many are offered at once; whoever looks for another narrows them. */
const MOST = 12;

/** What a step can open, to be chosen from. */
export function MaterialOffers({
  materials,
  take,
  busy = false,
}: {
  readonly materials: readonly KnownMaterial[];
  readonly take: (material: KnownMaterial) => void;
  readonly busy?: boolean;
}) {
  const kinds = useTranslations('material');
  return (
    <ul className={classes.offers}>
      {materials.slice(0, MOST).map((material) => (
        <li key={material.id}>
          <button type="button" disabled={busy} onClick={() => take(material)}>
            <bdi>{material.title}</bdi> <small>{kinds(`kind-${material.kind}`)}</small>
          </button>
        </li>
      ))}
    </ul>
  );
}
