import account from './account.json';
import classes from './classes.json';
import desk from './desk.json';
import frame from './frame.json';
import guide from './guide.json';
import marking from './marking.json';
import materials from './materials.json';
import office from './office.json';
import pages from './pages.json';
import questions from './questions.json';
import receipts from './receipts.json';
import record from './record.json';
import set from './set.json';
import shelf from './shelf.json';
import talk from './talk.json';
import time from './time.json';
import today from './today.json';
import writing from './writing.json';

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
