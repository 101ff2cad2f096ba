import nlp from 'compromise/two';

/** The verb of a sentence stands within this, or nobody finds it. */
const LONGEST = 1000;

/** Does an English sentence have a verb in it? Told by a tagger, which may be wrong: good for advice only. */
export const hasVerb = (sentence: string): boolean => nlp(sentence.slice(0, LONGEST)).has('(#Verb|#Copula|#Modal)');
