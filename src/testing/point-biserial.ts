import { mean, sampleCorrelation } from 'simple-statistics';

/** Mean and correlation by the package simple-statistics, to hold our own against. */
export const pointBiserialReference = (results: readonly { readonly share: number; readonly rest: number }[]) => ({
  mean: mean(results.map(({ share }) => share)),
  correlation: sampleCorrelation(
    results.map(({ share }) => share),
    results.map(({ rest }) => rest),
  ),
});
