'use client';

import { Popover } from '@mantine/core';
import { type ReactNode, useState } from 'react';
import classes from './slot.module.css';

interface Props {
  /** What the sentence says at this place now. */
  readonly words: string;
  /** What can be said there. */
  readonly label: string;
  /** Something is missing here. */
  readonly unmet?: boolean;
  /** What it opens; given how to close it again. */
  readonly children: (close: () => void) => ReactNode;
}

/** A place in a sentence at which something else can be said. */
export function Slot({ words, label, unmet = false, children }: Props) {
  const [opened, setOpened] = useState(false);
  const close = () => setOpened(false);
  return (
    <Popover
      opened={opened}
      onChange={setOpened}
      position="bottom-start"
      trapFocus
      returnFocus
      withinPortal
      transitionProps={{ duration: 0 }}
    >
      <Popover.Target>
        <button
          type="button"
          className={classes.slot}
          data-unmet={unmet || undefined}
          aria-label={`${label}: ${words}`}
          onClick={() => setOpened(!opened)}
        >
          {words}
        </button>
      </Popover.Target>
      <Popover.Dropdown className={classes.drop ?? ''} aria-label={label}>
        {children(close)}
      </Popover.Dropdown>
    </Popover>
  );
}

interface ChoicesProps<Value> {
  readonly choices: readonly { readonly value: Value; readonly words: string }[];
  readonly chosen: Value;
  readonly choose: (value: Value) => void;
}

/** What can be said at a place, each in words. */
export function Choices<Value extends string | number | boolean | null>({
  choices,
  chosen,
  choose,
}: ChoicesProps<Value>) {
  return (
    <ul className={classes.choices}>
      {choices.map(({ value, words }) => (
        <li key={String(value)}>
          <button type="button" aria-pressed={value === chosen} onClick={() => choose(value)}>
            {words}
          </button>
        </li>
      ))}
    </ul>
  );
}

/** A choice between two, in a sentence. */
export function YesSlot({
  value,
  yes,
  no,
  label,
  change,
}: {
  readonly value: boolean;
  readonly yes: string;
  readonly no: string;
  readonly label: string;
  readonly change: (value: boolean) => void;
}) {
  return (
    <Slot words={value ? yes : no} label={label}>
      {(close) => (
        <Choices
          choices={[
            { value: true, words: yes },
            { value: false, words: no },
          ]}
          chosen={value}
          choose={(chosen) => {
            change(chosen);
            close();
          }}
        />
      )}
    </Slot>
  );
}
