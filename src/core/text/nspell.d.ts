declare module 'nspell' {
  interface Spell {
    correct(word: string): boolean;
    suggest(word: string): string[];
    add(word: string): Spell;
  }
  export default function nspell(dictionary: { readonly aff: string; readonly dic: string }): Spell;
}
