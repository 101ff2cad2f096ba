'use client';

import { NumberInput, type NumberInputProps } from '@mantine/core';
import { useState } from 'react';

interface Props extends Omit<NumberInputProps, 'value' | 'onChange'> {
  /** `null` where nothing is typed that is a number. */
  readonly value: number | null;
  readonly change: (value: number | null) => void;
}

function numberIn(typed: number | string): number | null {
  const read = typeof typed === 'number' ? typed : typed.trim() === '' ? Number.NaN : Number(typed);
  return Number.isFinite(read) ? read : null;
}

/** A field for a number. What is typed stays as it is typed while it means the same: “6.” on the way to “6.5”. */
export function NumberField({ value, change, ...more }: Props) {
  const [typed, setTyped] = useState<number | string>(value ?? '');
  return (
    <NumberInput
      {...more}
      value={numberIn(typed) === value ? typed : (value ?? '')}
      onChange={(next) => {
        const now = typeof next === 'bigint' ? Number(next) : next;
        setTyped(now);
        change(numberIn(now));
      }}
    />
  );
}
