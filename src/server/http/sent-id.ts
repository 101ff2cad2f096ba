import { z } from 'zod';

/** An id that comes with a request. What it stands for, and whether there is such a thing, is asked afterwards. */
export const sentId = <Id extends string>() =>
  z
    .string()
    .max(64)
    .transform((value) => value as Id);
