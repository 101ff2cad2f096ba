/** Something of a file that could not be kept: what it is, and where it stood. */
export interface NotKept {
  /** The identifier of the item; empty for the file. */
  readonly item: string;
  readonly code:
    | 'not-an-item'
    | 'interaction'
    | 'scoring'
    | 'template'
    | 'feedback'
    | 'picture'
    | 'formula'
    | 'mapping'
    | 'below-zero'
    | 'style'
    | 'missing'
    | 'time'
    | 'broken';
  readonly detail: string;
}

/** Something of a set that has no word in the standard. */
export interface NotSaid extends NotKept {
  readonly code: 'interaction' | 'scoring' | 'template' | 'feedback' | 'picture' | 'missing';
}

/** How things are called from now on: by chance, since the names in a file may say what is right. */
export type Naming = () => string;
