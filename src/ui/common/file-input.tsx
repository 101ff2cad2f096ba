'use client';

import type { ComponentProps } from 'react';

/** The platform's way to choose files, opened by a button beside it. The same file can be chosen twice in a row. */
export function FileInput({
  take,
  ...more
}: { readonly take: (files: readonly File[]) => void } & Pick<
  ComponentProps<'input'>,
  'ref' | 'aria-label' | 'accept' | 'multiple' | 'capture'
>) {
  return (
    <input
      {...more}
      type="file"
      hidden
      onChange={(event) => {
        const files = [...(event.target.files ?? [])];
        event.target.value = '';
        take(files);
      }}
    />
  );
}
