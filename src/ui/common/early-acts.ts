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

/** What is heard of before a page is awake (`at-once.js`): the last act, since whoever is not heard does something else, and all that is typed. */
interface Early {
  last: EarlyAct | null;
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

/** What was heard of since: repeating may be heard early itself. */
const heardNow = ({ last }: Early): EarlyAct | null => last;

/** Does what was heard of before the page was awake, as soon as the part of it that it was done to is. Returns what ends that. */
export function repeatEarly(): () => void {
  const early = (globalThis as Hearing).kiteEarly;
  if (!early) return () => {};
  /** The mark is there a moment before anybody listens: what had it the last time is awake. */
  let taken: ReadonlySet<Element> = new Set();
  const look = () => {
    const { last, typed } = early;
    const awake = (element: Element) => taken.has(element) && isTakenOver(element);
    const now = [...typed.keys(), ...(last ? [last.to] : [])].filter(isTakenOver);
    const fields = [...typed].filter(([field]) => awake(field));
    for (const [field, value] of fields) {
      typed.delete(field);
      retype(field, value);
    }
    if (last && (!last.to.isConnected || Date.now() - last.when > FORGOTTEN)) early.last = null;
    // What was typed comes first: it is what is sent.
    else if (last && fields.length === 0 && awake(last.to)) {
      early.last = null;
      repeat(last);
      // Where it was still asleep this was heard early, too: it is as old as it was.
      if (heardNow(early)?.to === last.to) early.last = last;
    }
    if (early.last === null) last?.to.removeAttribute('data-heard');
    taken = new Set(now);
  };
  const end = () => {
    clearInterval(timer);
    clearTimeout(late);
    early.end();
  };
  const timer = setInterval(look, EACH);
  const late = setTimeout(end, LONGEST);
  return end;
}
