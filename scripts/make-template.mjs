import makeTemplate from './jest-template.mjs';

// The demo school in a folder, made while something else keeps the other processor busy: the tests find it.
process.env.KITE_TEST_DATABASE = '';
await makeTemplate();
