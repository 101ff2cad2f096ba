import { SaxesParser } from 'saxes';
import { TooIntricate } from './markup';

const MOST = { depth: 200, nodes: 400_000, attributes: 200 };

/**
 * Reads XML once through, without building anything, and lets only what is harmless pass on to readers that build
 * trees: no document type (so no entities of its own: "billion laughs", M. Miller 2002, and external entities, OWASP
 * XXE), no more than 200 levels, 200 attributes an element, 400,000 nodes.
 *
 * @throws TooIntricate where a limit is passed
 * @throws Error where it is not well formed (XML 1.0, fifth edition)
 */
export function guardXml(text: string): string {
  const parser = new SaxesParser();
  let depth = 0;
  let nodes = 0;
  let attributes = 0;
  const count = () => {
    nodes += 1;
    if (nodes > MOST.nodes) throw new TooIntricate('nodes');
  };
  parser.on('doctype', () => {
    throw new TooIntricate('doctype');
  });
  parser.on('attribute', () => {
    attributes += 1;
    if (attributes > MOST.attributes) throw new TooIntricate('attributes');
  });
  parser.on('opentag', () => {
    attributes = 0;
    depth += 1;
    if (depth > MOST.depth) throw new TooIntricate('depth');
    count();
  });
  parser.on('closetag', () => {
    depth -= 1;
  });
  parser.on('text', count);
  parser.on('error', (error) => {
    throw error;
  });
  parser.write(text).close();
  return text;
}
