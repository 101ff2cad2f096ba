export { scratch } from '../../scripts/scratch.mjs';
