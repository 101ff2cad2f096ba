import { Node } from '@tiptap/core';
import { schemaOf } from '@/core/text/nodes';
import { untilThere } from '@/ui/common/until-there';

declare module '@tiptap/core' {
  interface Commands<ReturnType> {
    formulas: {
      /** Puts a formula where the caret is, or changes the chosen one. */
      setFormula: (tex: string) => ReturnType;
    };
  }
}

/** A formula within a line, kept as TeX and drawn as MathML. */
export const Formulas = Node.create({
  ...schemaOf('formula'),
  inline: true,
  atom: true,
  addAttributes: () => ({
    tex: {
      default: '',
      parseHTML: (element: HTMLElement) => element.getAttribute('data-tex') ?? '',
      renderHTML: ({ tex }: { tex?: string }) => ({ 'data-tex': tex ?? '' }),
    },
  }),
  parseHTML: () => [{ tag: 'span[data-tex]' }],
  renderHTML: ({ HTMLAttributes }) => ['span', HTMLAttributes],
  addNodeView: () => (props) => {
    const dom = document.createElement('span');
    dom.className = 'formula';
    dom.setAttribute('data-tex', props.node.attrs.tex);
    // The typesetter is a tenth of all that a Desk fetches: it comes with the first formula, which until then reads as it was typed.
    dom.textContent = props.node.attrs.tex;
    void untilThere(() => import('@/core/text/formula')).then(({ formulaMarkup }) => {
      // Markup that the typesetter made, with trust switched off.
      dom.innerHTML = formulaMarkup(props.node.attrs.tex);
    });
    return { dom };
  },
  addCommands() {
    return {
      setFormula:
        (tex) =>
        ({ commands }) =>
          tex.trim() !== '' && commands.insertContent([{ type: this.name, attrs: { tex: tex.trim() } }]),
    };
  },
});
