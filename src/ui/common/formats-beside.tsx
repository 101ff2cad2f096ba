import { BESIDE_STYLES } from './head-script';

/**
 * The first format of a number or a time that a page makes costs a slow phone a tenth of a second: its browser goes through every
 * language that it knows. It keeps what it found for the whole of its process, so a worker finds it, beside the page.
 */
const BESIDE = 'new Intl.NumberFormat;new Intl.DateTimeFormat;close()';
const START = `try{new Worker(URL.createObjectURL(new Blob([\`${BESIDE}\`])))}catch{}`;

/** Where a browser has no workers, or keeps them from us, the page finds it by itself. */
export function FormatsBeside({ nonce }: { nonce: string | undefined }) {
  return (
    <script nonce={nonce} suppressHydrationWarning {...BESIDE_STYLES}>
      {START}
    </script>
  );
}
