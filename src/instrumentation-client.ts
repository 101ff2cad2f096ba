// Read before the framework takes a page over, in a task of its own (see the pause in `app/layout.tsx`): together the two keep a
// slow phone from hearing a tap for twice as long.
import 'next/link';
import 'react-dom/client';
