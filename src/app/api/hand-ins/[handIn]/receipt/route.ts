import { getLocale } from 'next-intl/server';
import type { HandInId } from '@/core/ids';
import { route } from '@/server/http/route';
import { takeReceipt } from '@/server/reading/receipts/receipts';
import type { Person } from '@/store/people';

export const GET = route('GET /api/hand-ins/[handIn]/receipt', async ({ db, person, params, request }) =>
  takeReceipt(
    db,
    person as Person,
    params.handIn as HandInId,
    new URL(request.url).searchParams.get('as'),
    await getLocale(),
  ),
);
