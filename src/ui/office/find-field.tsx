import { TextInput } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';

/** So long after the last letter it is looked for, in milliseconds. */
const SETTLE = 250;

/** A field in which is typed what a list is to show: it is looked for once nobody types any more. */
export function FindField({
  given,
  label,
  find,
}: {
  readonly given: string;
  readonly label: string;
  readonly find: (typed: string) => void;
}) {
  const [typed, setTyped] = useState(given);
  const wait = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(wait.current), []);
  return (
    <TextInput
      aria-label={label}
      placeholder={label}
      size="md"
      value={typed}
      maxLength={80}
      onChange={({ currentTarget: { value } }) => {
        setTyped(value);
        clearTimeout(wait.current);
        wait.current = setTimeout(() => find(value.trim()), SETTLE);
      }}
    />
  );
}
