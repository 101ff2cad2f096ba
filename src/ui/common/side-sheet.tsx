import { Drawer } from '@mantine/core';
import type { ReactNode } from 'react';
import classes from './side-sheet.module.css';

interface Props {
  readonly opened: boolean;
  readonly close: () => void;
  readonly title: string;
  readonly closeWord: string;
  readonly children: ReactNode;
}

/** A sheet that opens over the far side of a screen. Its head is no banner: a page has one, above. */
export function SideSheet({ opened, close, title, closeWord, children }: Props) {
  return (
    <Drawer.Root opened={opened} onClose={close} position="right">
      <Drawer.Overlay />
      <Drawer.Content>
        <Drawer.Body>
          <div className={classes.head}>
            <Drawer.Title className={classes.title}>{title}</Drawer.Title>
            <Drawer.CloseButton aria-label={closeWord} />
          </div>
          {children}
        </Drawer.Body>
      </Drawer.Content>
    </Drawer.Root>
  );
}
