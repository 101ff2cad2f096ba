import { placeOfDocument } from '@/core/documents/roles';
import type { DocumentId, Instant } from '@/core/ids';
import type { Place } from '@/core/places';
import { distance } from '@/core/text/distance';
import { type Queryable, read } from '@/store/database';
import { discussedSaying } from '@/store/discussions';
import {
  beginningWith,
  classesLike,
  type Found,
  foldedWords,
  having,
  isBeginning,
  saying,
  wordsLike,
} from '@/store/find';
import { questionsSaying } from '@/store/floors';
import { saidWith } from '@/store/messages';
import type { Person } from '@/store/people';

const MOST = 20;
const LONGEST = 80;

/** One thing that was found, and where it leads. */
export interface FoundPlace {
  readonly kind: Found['kind'] | 'question' | 'discussed' | 'message';
  readonly title: string;
  readonly className: string;
  readonly weave: string;
  readonly place: Place;
}

function placeOf({ kind, id, class_id, ...more }: Found, asTeacher: boolean): Place {
  switch (kind) {
    case 'class':
      return { at: 'class', class: id };
    case 'announcement':
      return { at: 'class', class: class_id ?? '', order: 'newest', show: 'announcements' };
    case 'material':
      return { at: 'material', class: class_id ?? '', material: id };
    case 'assignment':
      return { at: asTeacher ? 'marking' : 'desk', assignment: id };
    case 'document':
      return placeOfDocument({ id: id as DocumentId, ...more });
  }
}

/** Fewer than this, and what was typed is taken for a slip of the finger. */
const FEW = 2;

/** How near a word is to what was typed: letters to change, add, leave out, or swap with their neighbour. */
function nearest(word: string, like: readonly string[]): string | null {
  const allowed = word.length < 6 ? 1 : 2;
  const near = like
    .map((other) => ({ other, away: Math.min(distance(word, other), distance(word, other.slice(0, word.length))) }))
    .filter(({ away }) => away <= allowed)
    .sort((a, b) => a.away - b.away);
  return near[0]?.other ?? null;
}

/** The words with each slip put right by the nearest word of the person's classes; `null` where nothing is near. */
async function putRight(db: Queryable, person: Person, words: readonly string[]): Promise<string[] | null> {
  const right: string[] = [];
  for (const word of words) {
    if (word.length < 4 || (await isBeginning(db, person.id, word))) right.push(word);
    else {
      const other = nearest(word, await wordsLike(db, person.id, word, 12));
      if (other === null) return null;
      right.push(other);
    }
  }
  return right;
}

/**
 * What a person finds under some words, best first: classes, what begins so, what has words that begin so,
 * what holds them, announcements that say them; and where there is next to nothing, the same with slips of
 * the finger put right. Each step is bounded and looks only where the one before left room.
 */
export async function find(db: Queryable, person: Person, words: string, now: Instant): Promise<readonly FoundPlace[]> {
  const asked = words.trim().replace(/\s+/g, ' ').slice(0, LONGEST);
  const folded = asked === '' ? '' : await foldedWords(db, asked);
  if (folded === '') return [];
  const asking = { personId: person.id, now, most: MOST };
  const hits = new Map<string, Found>();
  const take = (found: readonly Found[]) => {
    for (const one of found)
      if (hits.size < MOST && !hits.has(`${one.kind} ${one.id}`)) hits.set(`${one.kind} ${one.id}`, one);
  };
  const parts = folded.split(' ').slice(0, 6);
  take(await classesLike(db, asking, folded));
  take(await beginningWith(db, asking, folded));
  if (hits.size < MOST) take(await having(db, asking, parts, false));
  if (hits.size < MOST && folded.length > 2) take(await having(db, asking, parts, true));
  if (hits.size < MOST) take(await saying(db, asking, asked));
  if (hits.size < FEW) {
    const right = await putRight(db, person, parts);
    if (right && right.join(' ') !== folded) take(await having(db, asking, right, false));
  }
  const places = [...hits.values()].map(
    (found): FoundPlace => ({
      kind: found.kind,
      title: found.title,
      // A class is its own name.
      className: found.class_id === found.id ? '' : found.class_name,
      weave: found.weave,
      place: placeOf(found, person.role === 'teacher'),
    }),
  );
  return folded.length < SAID_FROM ? places : [...places, ...(await said(db, person, folded, now))].slice(0, MOST);
}

/** From so many letters on what people said is looked through, and so much of it is shown. */
const SAID_FROM = 3;
const MOST_SAID = 5;

/** Questions that a class asked openly, what was said in discussions, and one's own messages, with the words in them. */
async function said(db: Queryable, person: Person, folded: string, now: Instant): Promise<readonly FoundPlace[]> {
  const questions = await read(db, questionsSaying(person.id, folded, MOST_SAID, now));
  const discussed = await read(db, discussedSaying(person.id, folded, MOST_SAID, now));
  const messages = await saidWith(db, person.id, folded, MOST_SAID);
  return [
    ...questions.map(
      (one): FoundPlace => ({
        kind: 'question',
        title: one.words,
        className: one.class,
        weave: one.weave,
        place: { at: 'floor', class: one.class_id, about: one.assignment_id ?? 'class' },
      }),
    ),
    ...discussed.map(
      (one): FoundPlace => ({
        kind: 'discussed',
        title: one.words,
        className: one.class,
        weave: one.weave,
        place:
          one.role === 'teacher'
            ? { at: 'discussion', step: one.step_id }
            : { at: 'desk', assignment: one.assignment_id, step: one.step_id },
      }),
    ),
    ...messages.map(
      (one): FoundPlace => ({
        kind: 'message',
        title: one.words,
        className: one.with,
        weave: 'plain',
        place: { at: 'messages', with: one.with_id, talk: one.talk_id },
      }),
    ),
  ];
}
