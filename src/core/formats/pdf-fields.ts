import {
  PDFCheckBox,
  PDFDict,
  type PDFDocument,
  PDFDropdown,
  type PDFField,
  PDFName,
  PDFOptionList,
  PDFRadioGroup,
  PDFTextField,
} from '@cantoo/pdf-lib';
import { TICKED } from '../kinds/document/pages';
import type { Box } from '../pages/given';
import { isPlain, showInField } from './pdf-field-words';
import type { Face } from './pdf-formula';

/** Puts what was filled in into one field; a field that does not take it stays as it was. */
function fill(field: PDFField, said: string): void {
  if (field instanceof PDFTextField) {
    const most = field.getMaxLength();
    field.setText(most === undefined ? said : said.slice(0, most));
  } else if (field instanceof PDFCheckBox) {
    if (said === TICKED) field.check();
    else field.uncheck();
  } else if (field instanceof PDFDropdown || field instanceof PDFOptionList || field instanceof PDFRadioGroup) {
    if (field.getOptions().includes(said)) field.select(said);
  }
}

/** A field is drawn as it is turned, or letter by letter in cells, by what knows how. */
const isUsual = (field: PDFTextField): boolean =>
  !field.isCombed() &&
  !field.isPassword() &&
  field.acroField.getWidgets().every((widget) => !widget.getAppearanceCharacteristics()?.getRotation());

/** Shows what stands in a field, in fonts that go with the file. */
function show(pdf: PDFDocument, faces: readonly Face[], field: PDFField, said: string): void {
  const face = faces.find((one) => isPlain(one, said));
  if (field instanceof PDFTextField && !face && isUsual(field)) showInField(pdf, faces, field, field.getText() ?? said);
  else if (field instanceof PDFTextField || field instanceof PDFDropdown) {
    const any = face ?? faces[0];
    if (any) field.updateAppearances(any.embedded);
  }
}

/** Fills the fields of a PDF. They stay fields: who opens it can change them. */
export function fillFields(
  pdf: PDFDocument,
  faces: readonly Face[],
  boxes: readonly Box[],
  filled: Readonly<Record<string, string>>,
): void {
  const named = boxes.filter(({ field }) => field !== null);
  if (named.length === 0) return;
  const form = pdf.getForm();
  form.deleteXFA();
  for (const { id, field: name } of named) {
    const said = filled[id];
    const field = name === null ? undefined : form.getFieldMaybe(name);
    if (said === undefined || !field) continue;
    try {
      fill(field, said);
      show(pdf, faces, field, said);
    } catch {
      // A field that is broken in the file itself takes nothing; all else does.
    }
  }
}

const RUNS = ['AA', 'OpenAction'].map((name) => PDFName.of(name));

/** Takes away whatever a PDF would run by itself: what leaves here is paper. */
export function withoutScripts(pdf: PDFDocument): void {
  const names = pdf.catalog.lookupMaybe(PDFName.of('Names'), PDFDict);
  names?.delete(PDFName.of('JavaScript'));
  for (const [, object] of pdf.context.enumerateIndirectObjects()) {
    if (!(object instanceof PDFDict)) continue;
    for (const name of RUNS) object.delete(name);
    const action = object.lookup(PDFName.of('A'));
    if (action instanceof PDFDict && action.lookup(PDFName.of('S')) === PDFName.of('JavaScript'))
      object.delete(PDFName.of('A'));
  }
}
