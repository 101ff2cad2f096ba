import { formulaMarkup } from '@/core/text/formula';

/** A formula, drawn by the browser from MathML of our own making. */
export function DrawnFormula({ tex }: { tex: string }) {
  // biome-ignore lint/security/noDangerouslySetInnerHtml: markup that the typesetter made, with trust switched off
  return <span dangerouslySetInnerHTML={{ __html: formulaMarkup(tex) }} />;
}
