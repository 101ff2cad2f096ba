import { useFormatter } from 'next-intl';

const UNITS = ['byte', 'kilobyte', 'megabyte', 'gigabyte'] as const;

/** How large a file is, in the person's language: "340 kB". */
export function useFileSize(): (bytes: number) => string {
  const format = useFormatter();
  return (bytes) => {
    const power = Math.min(UNITS.length - 1, bytes < 1 ? 0 : Math.floor(Math.log10(bytes) / 3));
    return format.number(bytes / 1000 ** power, {
      style: 'unit',
      unit: UNITS[power] ?? 'byte',
      unitDisplay: power === 0 ? 'long' : 'short',
      maximumFractionDigits: power < 2 ? 0 : 1,
    });
  };
}
