import { readyCheck } from '@/core/asks/ready-check';

type Asked = Parameters<typeof readyCheck>;

// Off the main thread: counting the sentences of a long text takes longer than a key press may.
self.onmessage = ({ data }: MessageEvent<{ n: number; asked: Asked }>) => {
  self.postMessage({ n: data.n, check: readyCheck(...data.asked) });
};
