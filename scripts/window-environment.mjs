import { createRequire } from 'node:module';
import NodeEnvironment from './node-environment.mjs';

const require = createRequire(import.meta.url);

// What an element is by itself, as HTML has it ("Rendering", 15.3), as far as anything here is shown or hidden by it or its name
// depends on it. A window has a hundred rules more, of how things look, and goes through all of them for each element that is
// found by its role.
const OF_ITSELF = `
  address, article, aside, blockquote, body, center, dd, details, dir, div, dl, dt, fieldset, figcaption, figure, footer, form,
  frame, frameset, h1, h2, h3, h4, h5, h6, header, hgroup, hr, html, legend, listing, main, menu, nav, ol, optgroup, option, p,
  plaintext, pre, ruby > rt, section, summary, ul, xmp { display: block }
  button, input, marquee, meter, progress, select, textarea { display: inline-block }
  li { display: list-item }
  table { display: table }
  caption { display: table-caption }
  colgroup { display: table-column-group }
  col { display: table-column }
  thead { display: table-header-group }
  tbody { display: table-row-group }
  tfoot { display: table-footer-group }
  tr { display: table-row }
  td, th { display: table-cell }
  datalist, dialog:not([open]), head, [hidden], input[type="hidden"], link, meta, noframes, param, ruby > rp, script, style, template,
  title { display: none }`;
const rules = require.resolve('jsdom/lib/jsdom/browser/default-stylesheet.js');
require(rules);
require.cache[rules].exports = OF_ITSELF;
const { JSDOM, VirtualConsole } = require('jsdom');

/** Asks nothing of the screen: wide and light, and nothing moves. */
const matchMedia = (media) => ({
  media,
  matches: /reduce/.test(media),
  addEventListener: () => {},
  removeEventListener: () => {},
});

/** Nothing has a size here, so nothing changes its size or comes into sight. */
class NoObserver {
  observe() {}
  unobserve() {}
  disconnect() {}
  takeRecords() {
    return [];
  }
}

const OF_THE_WINDOW =
  /^(HTML|SVG|Mouse|Keyboard|Pointer|Focus|Input|Node|DOM|Mutation|Range|Selection|XML|Document|Element|Shadow|Storage|UI|Animation|Text$|Attr|Comment|FileList|FormData|Event$|CustomEvent)/;
const BOUND = [
  'getComputedStyle',
  'getSelection',
  'requestAnimationFrame',
  'cancelAnimationFrame',
  'addEventListener',
  'removeEventListener',
  'dispatchEvent',
];
const PARTS = ['document', 'navigator', 'location', 'history', 'localStorage', 'sessionStorage'];

/** What a listener is taken away by may be a signal of this process: a window by itself takes none but its own. */
function takeSignals({ EventTarget }) {
  const { addEventListener } = EventTarget.prototype;
  EventTarget.prototype.addEventListener = function add(type, listener, options) {
    const { signal, ...rest } = typeof options === 'object' && options !== null ? options : { capture: options };
    if (signal?.aborted) return;
    addEventListener.call(this, type, listener, rest);
    signal?.addEventListener('abort', () => this.removeEventListener(type, listener, rest), { once: true });
  };
}

/**
 * A window for the components that a test draws, beside everything that a process of ours has: server, database and
 * files stay real, so what is drawn can ask them.
 */
export default class WindowEnvironment extends NodeEnvironment {
  constructor(config, context) {
    super(config, context);
    this.dom = new JSDOM('<!doctype html><html lang="en" dir="ltr"><body></body></html>', {
      url: 'http://localhost:3000/',
      pretendToBeVisual: true,
      // It says of each page it is sent to that it does not go there.
      virtualConsole: new VirtualConsole(),
    });
    const { window } = this.dom;
    takeSignals(window);
    Object.assign(window.document, { fonts: new window.EventTarget() });
    Object.assign(window.Element.prototype, { scrollIntoView: () => {}, scrollTo: () => {} });
    const own = {
      matchMedia,
      ResizeObserver: NoObserver,
      IntersectionObserver: NoObserver,
      CSS: { escape: (name) => name, supports: () => false, highlights: new Map() },
      scrollTo: () => {},
    };
    Object.assign(window, own);
    const give = (name, value) =>
      Object.defineProperty(this.global, name, { value, configurable: true, writable: true });
    for (const name of Object.getOwnPropertyNames(window)) if (OF_THE_WINDOW.test(name)) give(name, window[name]);
    for (const name of PARTS) give(name, window[name]);
    for (const name of BOUND) give(name, window[name].bind(window));
    for (const [name, value] of Object.entries(own)) give(name, value);
    give('window', window);
    give('self', window);
  }

  async teardown() {
    this.dom.window.close();
    await super.teardown();
  }
}
