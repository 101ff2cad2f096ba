import type { ReadingSettings } from '@/core/people/settings';

/** How one reads who has chosen nothing. */
export const USUAL_READING: ReadingSettings = {
  size: 'usual',
  spacing: 'usual',
  typeface: 'plain',
  speed: 1,
  voice: '',
};

export const READING_CHOICES = {
  size: ['small', 'usual', 'large', 'largest'],
  spacing: ['usual', 'wide', 'widest'],
  typeface: ['plain', 'book', 'round'],
} as const;
