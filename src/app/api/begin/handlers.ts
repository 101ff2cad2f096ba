import { z } from 'zod';
import { beginSchool } from '@/server/doing/office/beginning';
import { BEGIN_COOKIE, cookieOf } from '@/server/http/origin';
import { route } from '@/server/http/route';
import { sentSchool } from '@/server/http/sent-school';
import { signInResponse } from '@/server/http/session-cookie';

export const POST = route(
  'POST /api/begin',
  async ({ db, body, address, request, now }) => {
    const token = cookieOf(request.headers.get('cookie'), BEGIN_COOKIE) ?? '';
    return signInResponse(await beginSchool(db, { ...body, token, address }, now));
  },
  z.object({
    school: sentSchool,
    person: z.object({
      name: z.string().max(200),
      userName: z.string().max(100),
      password: z.string().max(500),
      teaches: z.boolean(),
    }),
  }),
);
