import account from './account.json' with { type: 'json' };
import classes from './classes.json' with { type: 'json' };
import desk from './desk.json' with { type: 'json' };
import frame from './frame.json' with { type: 'json' };
import guide from './guide.json' with { type: 'json' };
import marking from './marking.json' with { type: 'json' };
import materials from './materials.json' with { type: 'json' };
import office from './office.json' with { type: 'json' };
import pages from './pages.json' with { type: 'json' };
import questions from './questions.json' with { type: 'json' };
import receipts from './receipts.json' with { type: 'json' };
import record from './record.json' with { type: 'json' };
import set from './set.json' with { type: 'json' };
import shelf from './shelf.json' with { type: 'json' };
import talk from './talk.json' with { type: 'json' };
import time from './time.json' with { type: 'json' };
import today from './today.json' with { type: 'json' };
import writing from './writing.json' with { type: 'json' };

/** Every word of the interface in one language, an area a file. */
export default {
  ...account,
  ...classes,
  ...desk,
  ...frame,
  ...guide,
  ...marking,
  ...materials,
  ...office,
  ...pages,
  ...questions,
  ...record,
  ...receipts,
  ...set,
  ...shelf,
  ...talk,
  ...time,
  ...today,
  ...writing,
};
