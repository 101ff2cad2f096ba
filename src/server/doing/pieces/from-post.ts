import type { AssignmentId, Instant, PostId } from '@/core/ids';
import { filesFolder } from '@/server/kite';
import { type Database, read } from '@/store/database';
import { filePath } from '@/store/files';
import type { Person } from '@/store/people';
import { findPostFile } from '@/store/said-posts';
import { findPost } from '@/store/talks';
import { look } from './looking-into';
import { type PieceRefusal, putFile } from './pieces';

/** Puts a file that a student sent with a message to an assignment: there it goes along, and in the message it does not. */
export async function putFromPost(
  db: Database,
  student: Person,
  given: { readonly assignmentId: AssignmentId; readonly post: PostId; readonly position: number },
  now: Instant,
): Promise<{ readonly ok: true; readonly piece: string } | PieceRefusal> {
  const post = await read(db, findPost(given.post));
  const file = post?.author_id === student.id ? await findPostFile(db, given.post, given.position) : null;
  if (!file) return { ok: false, code: 'not-found' };
  const looked = await look(student, filePath(filesFolder(), file.sha256), file.type, file.size);
  if (!looked.ok) return looked;
  const { assignmentId } = given;
  return putFile(
    db,
    student,
    { assignmentId, name: file.name, sha256: file.sha256, pages: looked.pages, seconds: looked.seconds },
    now,
  );
}
