export { Mend } from './mend';
export { TellClass } from './tell-class';
