import { makeCluster } from './cluster';

// Made with the build, so that seeding a school need not wait for it.
await makeCluster();
