/** The letter of a choice on a small sail; dark while it is held. */
export function LetterSail({ letter, held }: { letter: string; held: boolean }) {
  return (
    <svg width="30" height="34" viewBox="0 0 30 34" aria-hidden="true">
      <path
        d="M3.5 32C6.5 22 7.5 11 6.5 2C17 7 25.5 18 27.5 32Z"
        fill={held ? 'var(--ink)' : 'var(--sheet)'}
        stroke={held ? 'var(--ink)' : 'var(--edge)'}
        strokeWidth="1.5"
        strokeLinejoin="round"
      />
      <text
        x="14"
        y="27.5"
        textAnchor="middle"
        fontSize="15"
        fontWeight="600"
        fill={held ? 'var(--sheet)' : 'var(--ink)'}
      >
        {letter}
      </text>
    </svg>
  );
}

/** The letters of choices, in their order. */
export const letterOf = (i: number): string => String.fromCharCode(65 + (i % 26));
