/** An id for one act of a person, so that sending it twice does it once. */
export const newAct = (): string => crypto.randomUUID();
