import { Measures } from '@/core/asks/measures';
import { type Checked, readyCheck } from '@/core/asks/ready-check';

let measures = new Measures('en');

// Off the main thread: counting the sentences of a long text takes longer than a key press may.
self.onmessage = ({ data }: MessageEvent<{ n: number; checked: Checked }>) => {
  if (data.checked.locale !== measures.locale) measures = new Measures(data.checked.locale);
  self.postMessage({ n: data.n, check: readyCheck(data.checked, measures) });
};
