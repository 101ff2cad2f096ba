import frame from './frame.json';
import guide from './guide.json';
import materials from './materials.json';

/** The words of what opens over a screen: fetched when it does. */
export default { find: frame.find, help: frame.help, guide: guide.guide, reading: materials.reading, told: frame.told };
