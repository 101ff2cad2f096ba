// Read before the framework takes a page over, in a task of its own (see the pause in `app/layout.tsx`): in one task with it, it
// keeps a tap on a slow phone waiting.
import 'react-dom/client';
