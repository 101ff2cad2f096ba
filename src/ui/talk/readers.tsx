import classes from './talk.module.css';

/** More marks than these are no picture of how many any more: their number says it. */
const MOST = 60;

/** Those who will read something, a small mark each: students in the colour of ink, teachers in that of the thread. */
export function ReaderMarks({ students, teachers }: { students: number; teachers: number }) {
  const all = Math.min(MOST, students + teachers);
  const marks = Array.from({ length: all }, (_, i) => i >= all - teachers);
  return (
    <span className={classes.marks} aria-hidden="true">
      {marks.map((teacher, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: they are all alike
        <svg key={i} viewBox="0 0 10 22" data-teacher={teacher || undefined} aria-hidden="true">
          <circle cx="5" cy="4" r="3.4" />
          <path d="M1 22v-8a4 4 0 0 1 8 0v8z" />
        </svg>
      ))}
    </span>
  );
}

/** Two who alone read something: a mark at each end of a string. */
export function BetweenTwo() {
  return (
    <svg className={classes.between} viewBox="0 0 330 26" preserveAspectRatio="none" aria-hidden="true">
      <path
        d="M12 15Q165 24 318 13"
        fill="none"
        stroke="var(--thread)"
        strokeWidth="1.6"
        vectorEffect="non-scaling-stroke"
      />
      <g fill="var(--ink)">
        <circle cx="5" cy="6" r="3.4" />
        <path d="M1 24v-8a4 4 0 0 1 8 0v8z" />
      </g>
      <g fill="var(--thread)" transform="translate(320 -2)">
        <circle cx="5" cy="6" r="3.4" />
        <path d="M1 24v-8a4 4 0 0 1 8 0v8z" />
      </g>
    </svg>
  );
}
