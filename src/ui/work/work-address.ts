import type { Chosen } from '@/server/reading/work/work-table';

/** The address of a choice; what is as it usually is stays out of it. */
export function addressOf(chosen: Chosen): string {
  const query = new URLSearchParams();
  if (chosen.sort !== 'due') query.set('sort', chosen.sort);
  if (chosen.down) query.set('down', '1');
  if (chosen.classId) query.set('class', chosen.classId);
  if (chosen.state !== 'to-do') query.set('state', chosen.state);
  if (chosen.takes) query.set('kind', chosen.takes);
  if (chosen.week !== null) query.set('week', String(chosen.week));
  const words = query.toString();
  return words === '' ? '/work' : `/work?${words}`;
}
