import type { Instant } from '@/core/ids';
import type { Queryable } from '@/store/database';
import { type Found, findFor } from '@/store/find';
import type { Person } from '@/store/people';

const MOST = 20;
const LONGEST = 80;

/** One thing that was found, and where it leads. */
export interface FoundPlace {
  readonly kind: Found['kind'];
  readonly title: string;
  readonly className: string;
  readonly weave: string;
  readonly href: string;
}

function hrefOf({ kind, id, class_id, leads_to }: Found, asTeacher: boolean): string {
  switch (kind) {
    case 'class':
      return `/classes/${id}`;
    case 'announcement':
      return `/classes/${class_id}?order=newest&show=announcements`;
    case 'material':
      return `/classes/${class_id}/materials/${id}`;
    case 'assignment':
      return asTeacher ? `/marking/${id}` : `/desk/${id}`;
    case 'document':
      return `/desk/${leads_to}`;
  }
}

/** What a person finds under some words, best first: classes, assignments, materials, announcements, own documents. */
export async function find(db: Queryable, person: Person, words: string, now: Instant): Promise<readonly FoundPlace[]> {
  const asked = words.trim().replace(/\s+/g, ' ').slice(0, LONGEST);
  if (asked === '') return [];
  return (await findFor(db, person.id, asked, now, MOST)).map((found) => ({
    kind: found.kind,
    title: found.title,
    className: found.class_name,
    weave: found.weave,
    href: hrefOf(found, person.role === 'teacher'),
  }));
}
