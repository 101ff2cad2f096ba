'use client';

import { useRouter } from 'next/navigation';
import { useCallback } from 'react';
import { addressOf } from '@/core/places';
import { plainBody } from '@/core/talk/body';
import type { FloorScreenView } from '@/server/reading/talk/floor-screen';
import { addToDraft } from '@/ui/common/kept-draft';
import { keepHere } from './use-half-written';

/** Under which name a message to somebody is kept until it is sent. */
export const messagePlace = (person: string): string => `message ${person}`;

/** Takes words that were typed to a class to where only a teacher reads them: the quiet word of the work, or a message. */
export function useTakeToTeacher({ about, reader, teachers }: FloorScreenView): (words: string) => void {
  const router = useRouter();
  const assignment = about === 'class' ? null : about;
  const teacher = teachers[0]?.id ?? null;
  return useCallback(
    (words) => {
      if (assignment !== null) {
        addToDraft(`aside-${assignment}-${reader}`, words);
        router.push(addressOf({ at: 'desk', assignment, sheet: 'aside' }));
      } else if (teacher !== null) {
        keepHere(messagePlace(teacher), { body: plainBody(words), at: Date.now() });
        router.push(addressOf({ at: 'messages', with: teacher }));
      }
    },
    [router, assignment, reader, teacher],
  );
}
