declare module 'fs-native-extensions' {
  /** Takes an exclusive lock on an open file without waiting; false when somebody else has it. */
  export function tryLock(file: number): boolean;
}
