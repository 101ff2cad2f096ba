import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { route } from '@/server/http/route';
import { health } from '@/server/reading/health';

const { version } = z
  .object({ version: z.string() })
  .parse(JSON.parse(readFileSync(join(process.cwd(), 'package.json'), 'utf8')));

export const GET = route('GET /api/health', async ({ db }) =>
  Response.json({ ok: true, version, database: 'open', ...(await health(db)) }),
);
