import nlp from 'compromise/two';

/** Does an English sentence have a verb in it? Told by a tagger, which may be wrong: good for advice only. */
export const hasVerb = (sentence: string): boolean => nlp(sentence).has('(#Verb|#Copula|#Modal)');
