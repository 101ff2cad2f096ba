/** What somebody did before the page could hear it. */
interface EarlyAct {
  readonly type: 'click' | 'submit' | 'pointerdown';
  /** What it was done to: a button, a form, or words that can be written in. */
  readonly to: Element;
  /** Where exactly within it. */
  readonly at: Element;
  readonly when: number;
}

type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

/** What is heard of before a page is awake (`at-once.js`): acts in the order in which they were done, and all that is typed. */
interface Early {
  readonly acts: EarlyAct[];
  /** What is being done again just now. */
  again: EarlyAct | null;
  /** What stands in each field; of one that is ticked, whether it is. */
  readonly typed: Map<Field, string | boolean>;
  readonly end: () => void;
}

type Hearing = typeof globalThis & { kiteEarly?: Early };

/** What was done longer ago than this, in milliseconds, is not done any more: somebody has given it up. */
const FORGOTTEN = 15_000;
const EACH = 50;
/** A page that is awake takes over all its parts within this, in milliseconds. */
const LONGEST = 20_000;

const isTakenOver = (element: Element): boolean => Object.keys(element).some((key) => key.startsWith('__reactProps$'));

/** Says something in a field as a person does, so that whoever keeps what is in it hears of that. */
function retype(field: Field, said: string | boolean): void {
  if (typeof said === 'boolean') {
    if ((field as HTMLInputElement).checked !== said) field.click();
    return;
  }
  // Files that were chosen stay, and cannot be put there by anybody else.
  if (field.type !== 'file')
    Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), 'value')?.set?.call(field, said);
  for (const type of ['input', 'change']) field.dispatchEvent(new Event(type, { bubbles: true }));
}

function repeat({ type, to, at }: EarlyAct): void {
  if (type === 'click') (to as HTMLButtonElement).click();
  else if (type === 'submit') (to as HTMLFormElement).requestSubmit();
  else at.dispatchEvent(new Event('pointerdown', { bubbles: true, cancelable: true }));
}

const isGivenUp = ({ to, when }: EarlyAct): boolean => !to.isConnected || Date.now() - when > FORGOTTEN;

/** Takes the first act away, and does it if somebody still wants it. */
function doFirst(early: Early): void {
  const act = early.acts.shift();
  if (!act) return;
  early.again = act;
  if (!isGivenUp(act)) repeat(act);
  early.again = null;
  if (!early.acts.some(({ to }) => to === act.to)) act.to.removeAttribute('data-heard');
}

/**
 * Does what was heard of before the page was awake, one after the other, as soon as the part of it that it was done to is: what
 * follows may only be right once what came before is done. Returns what ends that.
 */
export function repeatEarly(): () => void {
  const early = (globalThis as Hearing).kiteEarly;
  if (!early) return () => {};
  /** The mark is there a moment before anybody listens: what had it the last time is awake. */
  let taken: ReadonlySet<Element> = new Set();
  const look = () => {
    const { acts, typed } = early;
    const awake = (element: Element) => taken.has(element) && isTakenOver(element);
    const now = [...typed.keys(), ...acts.map(({ to }) => to)].filter(isTakenOver);
    const fields = [...typed].filter(([field]) => awake(field));
    for (const [field, value] of fields) {
      typed.delete(field);
      retype(field, value);
    }
    const [first] = acts;
    // What was typed comes before: it is what is sent.
    if (first && (isGivenUp(first) || (fields.length === 0 && awake(first.to)))) doFirst(early);
    taken = new Set(now);
  };
  const end = () => {
    clearInterval(timer);
    clearTimeout(late);
    early.end();
  };
  const timer = setInterval(look, EACH);
  const late = setTimeout(() => {
    end();
    while (early.acts.length > 0) doFirst(early);
  }, LONGEST);
  return end;
}
