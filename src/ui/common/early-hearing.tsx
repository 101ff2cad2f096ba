import { hearEarly } from './early-acts';
import { BESIDE_STYLES } from './head-script';

/** Stands in the head of a page, so that what is done to it is heard from the first moment on. */
export function EarlyHearing({ nonce }: { nonce: string | undefined }) {
  return (
    <script nonce={nonce} suppressHydrationWarning {...BESIDE_STYLES}>
      {`(${hearEarly})()`}
    </script>
  );
}
