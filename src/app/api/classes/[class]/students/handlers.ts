import { route } from '@/server/http/route';
import { studentsToWriteTo } from '@/server/reading/talk/messages';

export const GET = route('GET /api/classes/[class]/students', ({ db, params }) => studentsToWriteTo(db, params.class));
