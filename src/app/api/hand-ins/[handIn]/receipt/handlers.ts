import { getLocale } from 'next-intl/server';
import { route } from '@/server/http/route';
import { takeReceipt } from '@/server/reading/receipts/receipts';

export const GET = route('GET /api/hand-ins/[handIn]/receipt', async ({ db, person, params, request }) =>
  takeReceipt(db, person, params.handIn, new URL(request.url).searchParams.get('as'), await getLocale()),
);
