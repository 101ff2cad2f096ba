import { openPglite } from '@/store/pglite-driver';
import { prepareCluster } from '@/store/prepared-cluster';
import { fewTiers } from './few-tiers.mjs';

// Made with the build, so that no new school need wait for it.
fewTiers();
await prepareCluster(async (folder) => (await openPglite(folder)).close());
