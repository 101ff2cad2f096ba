/** The word mark: a kite on its string, and the name. */
export function Mark({ name }: { name: string }) {
  return (
    <>
      <svg width="20" height="26" viewBox="0 0 24 31" aria-hidden="true">
        <path d="M12 2 L20.5 10.5 L12 22 L3.5 10.5 Z" fill="var(--thread)" />
        <path d="M12 22c3 2 3 3.5 0 4.7s-3 2.7-.5 4" fill="none" stroke="var(--thread)" strokeWidth="1.7" />
      </svg>
      {name}
    </>
  );
}
