import { openPglite } from '@/store/pglite-driver';
import { prepareCluster } from '@/store/prepared-cluster';

// Made with the build, so that no new school need wait for it.
await prepareCluster(async (folder) => (await openPglite(folder)).close());
