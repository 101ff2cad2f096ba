import { answering } from '@/server/http/answering';
import { ADDRESSES } from '../addresses';

// One route for all addresses: each of its own would be put together by itself, with everything that it stands on, and was a fifth of
// what a build costs.
const answer = answering(ADDRESSES);

export { answer as DELETE, answer as GET, answer as HEAD, answer as PATCH, answer as POST };
