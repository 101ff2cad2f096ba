import { getLocale } from 'next-intl/server';
import type { HandInId } from '@/core/ids';
import { takeReceipt } from '@/server/receipts';
import { route } from '@/server/route';

export const GET = route('GET /api/hand-ins/[handIn]/receipt', async ({ db, params, request }) =>
  takeReceipt(db, params.handIn as HandInId, new URL(request.url).searchParams.get('as'), await getLocale()),
);
