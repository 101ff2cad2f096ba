'use client';

import { useEffect, useState } from 'react';
import type { Checked, ReadyCheck } from '@/core/asks/ready-check';
import type { Misspelling, Variety } from '@/core/text/spelling';
import { afterwards } from '@/ui/common/first-on-stage';
import type { FromHelp, ToHelp } from '@/workers/writing-help-messages';

/** How somebody writes: which English is checked, if any, and the words they have told it to take. */
export interface SpellingSettings {
  readonly variety: Variety | 'off';
  readonly own: readonly string[];
}

/** The worker that checks and spells, and what it was asked. It answers in turn; one that is away leaves the text as it is. */
export class WritingHelp {
  readonly #worker = new Worker(new URL('../../workers/writing-help.ts', import.meta.url), { type: 'module' });
  readonly #waiting = new Map<number, (answer: FromHelp | null) => void>();
  readonly #begun = new Set<() => void>();
  readonly #whenBroken = new Set<() => void>();
  #broken = false;
  #n = 0;

  constructor() {
    // It could not be loaded, or has ended: who waits hears of it, and nobody is kept from handing in.
    this.#worker.onerror = (event) => {
      event.preventDefault();
      this.#broken = true;
      for (const answer of this.#waiting.values()) answer(null);
      this.#waiting.clear();
      for (const listener of this.#whenBroken) listener();
    };
    this.#worker.onmessage = ({ data }: MessageEvent<FromHelp>) => {
      if (!('n' in data)) for (const listener of this.#begun) listener();
      else {
        this.#waiting.get(data.n)?.(data);
        this.#waiting.delete(data.n);
      }
    };
  }

  /** Chooses the language to spell in; `onBegun` hears when its dictionary is there. */
  begin(variety: Variety | null, own: readonly string[], tagger: boolean): void {
    this.#tell({ kind: 'begin', variety, own, tagger });
  }

  onBegun(listener: () => void): () => void {
    this.#begun.add(listener);
    return () => this.#begun.delete(listener);
  }

  /** Hears when there is no help any more. */
  onBroken(listener: () => void): () => void {
    this.#whenBroken.add(listener);
    return () => this.#whenBroken.delete(listener);
  }

  get isBroken(): boolean {
    return this.#broken;
  }

  /** The ready check; `null` where there is no help: the server checks at the hand-in, whatever is known here. */
  check(checked: Checked): Promise<ReadyCheck | null> {
    return this.#ask((n) => ({ kind: 'check', n, checked })).then(
      (answer) => (answer as { check: ReadyCheck } | null)?.check ?? null,
    );
  }

  spell(texts: readonly string[]): Promise<readonly (readonly Misspelling[])[]> {
    return this.#ask((n) => ({ kind: 'spell', n, texts })).then(
      (answer) => (answer as { found: readonly (readonly Misspelling[])[] } | null)?.found ?? texts.map(() => []),
    );
  }

  suggest(word: string): Promise<readonly string[]> {
    return this.#ask((n) => ({ kind: 'suggest', n, word })).then(
      (answer) => (answer as { words: readonly string[] } | null)?.words ?? [],
    );
  }

  /** Takes a word, or lets one go again. */
  learn(word: string, taken = true): void {
    this.#tell({ kind: 'learn', word, taken });
    for (const listener of this.#begun) listener();
  }

  end(): void {
    this.#worker.terminate();
    this.#waiting.clear();
  }

  #tell(message: ToHelp): void {
    this.#worker.postMessage(message);
  }

  #ask(make: (n: number) => ToHelp): Promise<FromHelp | null> {
    if (this.#broken) return Promise.resolve(null);
    const n = ++this.#n;
    return new Promise((resolve) => {
      this.#waiting.set(n, resolve);
      this.#tell(make(n));
    });
  }
}

/**
 * The help with writing of one screen.
 *
 * @param lang the language of the text: only English is spelt
 * @param tagger whether the brief asks for whole sentences
 */
export function useWritingHelp(
  settings: SpellingSettings,
  lang: string,
  wanted: boolean,
  tagger: boolean,
): WritingHelp | null {
  const [help, setHelp] = useState<WritingHelp | null>(null);
  const { variety } = settings;
  const [own] = useState(settings.own);
  useEffect(() => {
    if (!wanted) return;
    let made: WritingHelp | null = null;
    const stop = afterwards(() => {
      made = new WritingHelp();
      setHelp(made);
    });
    return () => {
      stop();
      made?.end();
      setHelp(null);
    };
  }, [wanted]);
  useEffect(() => {
    const english = lang.startsWith('en');
    help?.begin(english && variety !== 'off' ? variety : null, own, tagger && english);
  }, [help, variety, lang, own, tagger]);
  return help;
}
