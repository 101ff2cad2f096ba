/** A lesson in the week of a school. */
export interface WeekLesson {
  readonly class: string;
  readonly weekday: number;
  readonly number: number;
  readonly room: string;
  /** Who teaches the class. */
  readonly teachers: readonly string[];
}

/** Two lessons at one time that want the same teacher, or the same room. */
export interface Clash {
  readonly what: 'teacher' | 'room';
  readonly weekday: number;
  readonly number: number;
  readonly classes: readonly string[];
}

/** Where lessons are in each other's way. A room is known by its name; where none is said, none is wanted. */
export function clashes(week: readonly WeekLesson[]): readonly Clash[] {
  const wanted = new Map<string, { readonly clash: Omit<Clash, 'classes'>; readonly classes: string[] }>();
  for (const { class: own, weekday, number, room, teachers } of week) {
    const wants = [
      ...teachers.map((one) => ['teacher', one] as const),
      ...(room.trim() === '' ? [] : [['room', room.trim().toLowerCase()] as const]),
    ];
    for (const [what, whom] of wants) {
      const key = `${weekday} ${number} ${what} ${whom}`;
      const found = wanted.get(key) ?? { clash: { what, weekday, number }, classes: [] };
      if (!found.classes.includes(own)) found.classes.push(own);
      wanted.set(key, found);
    }
  }
  return [...wanted.values()]
    .filter(({ classes }) => classes.length > 1)
    .map(({ clash, classes }) => ({ ...clash, classes }));
}
