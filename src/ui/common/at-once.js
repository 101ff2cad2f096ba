// What a page does from its first moment on. It is sent as it stands here.

// The first format of a number or a time that a page makes costs a slow phone a tenth of a second: its browser goes through every
// language that it knows. It keeps what it found for the whole of its process, so a worker finds it, beside the page.
const FORMATS = 'new Intl.NumberFormat;new Intl.DateTimeFormat;close()';
try {
  new Worker(URL.createObjectURL(new Blob([FORMATS])));
} catch {
  // Where a browser has no workers, or keeps them from us, the page finds it by itself.
}

// It hears of what is done to the page while its scripts are still on their way, as on a phone with a weak network: it is done
// when they are there (`early-acts.ts`). A form that was sent would load the page anew, and a field is emptied when it is taken
// over: what was typed would be gone.
const PLACES = { click: 'button', submit: 'form', pointerdown: '[data-text]' };
// The framework leaves a mark on what it has taken over.
const isTaken = (element) => Object.keys(element).some((key) => key.startsWith('__reactProps$'));
// What has the mark may not be awake yet, where something beside it is still on its way. What is done to it then is stopped by
// the framework before it gets there, at the document, where it listens.
const ifAsleep = (event, then) => {
  const after = (now) => now === event && now.cancelBubble && then();
  document.addEventListener(event.type, after, { once: true, capture: true });
};

const typing = (event) => {
  const { target } = event;
  if (!/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
  const note = () => early.typed.set(target, /^(checkbox|radio)$/.test(target.type) ? target.checked : target.value);
  if (isTaken(target)) ifAsleep(event, note);
  else note();
};
const drop = (act) => {
  early.acts.splice(early.acts.indexOf(act), 1);
  act.to.removeAttribute('data-heard');
};
const keep = (act) => {
  act.to.setAttribute('data-heard', '');
  // What is asleep again is as old as it was, and has its turn before the others.
  if (early.again) return early.acts.unshift(early.again.to === act.to ? early.again : act);
  // The same once more is the same.
  if (early.acts.at(-1)?.to === act.to) early.acts.pop();
  early.acts.push(act);
};
const hear = (event) => {
  const { target, type } = event;
  const waits = !early.again && early.acts.some((act) => act.type !== 'pointerdown');
  const places =
    waits && type === 'click' && !(event.ctrlKey || event.metaKey || event.shiftKey) ? 'button,a[href]' : PLACES[type];
  const to = target instanceof Element && target.closest(places);
  if (!to) return;
  // Where the caret was to go nobody waits for once they do something else.
  if (!early.again) for (const act of early.acts.filter((act) => act.type === 'pointerdown')) drop(act);
  const note = () => {
    if (type !== 'pointerdown') event.preventDefault();
    keep({ type, to, at: target, when: Date.now() });
  };
  if (!isTaken(to)) {
    // A link that nobody has taken over is followed by the browser.
    if (!to.matches('a')) note();
  } else if (!waits || type === 'pointerdown') ifAsleep(event, note);
  else {
    // What was done before has its turn first, even where this is awake already.
    event.stopPropagation();
    note();
  }
};
// Keys that stand on a button are that button; the browser would do something of its own by them.
const hearKeys = (event) => {
  if (!(event.ctrlKey || event.metaKey)) return;
  const keys = `Control+${event.key.toUpperCase()}`;
  const to = [...document.querySelectorAll('button[aria-keyshortcuts]')].find(
    (button) => button.getAttribute('aria-keyshortcuts') === keys,
  );
  if (!to) return;
  const act = { type: 'click', to, at: to, when: Date.now() };
  // Whoever listens for keys does so a moment after the button was taken over.
  if (isTaken(to)) setTimeout(() => event.defaultPrevented || keep(act));
  else {
    event.preventDefault();
    keep(act);
  }
};

const early = {
  acts: [],
  // What is being done again just now.
  again: null,
  typed: new Map(),
  end() {
    removeEventListener('input', typing, true);
    removeEventListener('keydown', hearKeys, true);
    for (const type of Object.keys(PLACES)) removeEventListener(type, hear, true);
  },
};
addEventListener('input', typing, true);
addEventListener('keydown', hearKeys, true);
for (const type of Object.keys(PLACES)) addEventListener(type, hear, true);
globalThis.kiteEarly = early;
