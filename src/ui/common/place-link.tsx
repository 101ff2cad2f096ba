import type { ComponentProps } from 'react';
import { addressOf, type Place } from '@/core/places';

/**
 * A link to a place of our own: a plain one, which the server can render and a browser follow before anything of ours runs.
 * Once the page is awake, `PageTurn` turns to the next page without loading it anew.
 */
export function PlaceLink({ to, ...props }: Omit<ComponentProps<'a'>, 'href'> & { readonly to: Place }) {
  return <a {...props} href={addressOf(to)} />;
}
