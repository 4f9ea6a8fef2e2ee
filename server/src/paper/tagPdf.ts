import { PDFHexString, PDFName, PDFOperator, PDFOperatorNames, type PDFDocument, type PDFPage, type PDFRef } from 'pdf-lib';

/** What a piece of a page is to a reader that says it aloud. */
export type Tag = 'H1' | 'P' | 'Figure';

/** Writes down what is on each page, in the order it is drawn, so that a PDF can be read aloud (ISO 32000-1, 14.7 and 14.8). */
export class PdfTags {
  readonly #document: PDFDocument;
  readonly #root: PDFRef;
  readonly #whole: PDFRef;
  readonly #pages: { readonly page: PDFPage; readonly elements: PDFRef[] }[] = [];

  constructor(document: PDFDocument) {
    this.#document = document;
    this.#root = document.context.nextRef();
    this.#whole = document.context.nextRef();
  }

  /** What is drawn next is on this page. */
  beginPage(page: PDFPage): void {
    page.node.set(PDFName.of('StructParents'), this.#document.context.obj(this.#pages.length));
    page.node.set(PDFName.of('Tabs'), PDFName.of('S'));
    this.#pages.push({ page, elements: [] });
  }

  /** Draws something as a piece of the page; `alt` is said in its place. */
  piece(tag: Tag, alt: string | null, draw: () => void): void {
    const now = this.#pages.at(-1);
    if (!now) throw new Error('a piece is on a page');
    const { context } = this.#document;
    const number = now.elements.length;
    now.elements.push(
      context.register(
        context.obj({
          Type: 'StructElem',
          S: tag,
          P: this.#whole,
          Pg: now.page.ref,
          K: number,
          ...(alt === null ? {} : { Alt: PDFHexString.fromText(alt) }),
        }),
      ),
    );
    now.page.pushOperators(PDFOperator.of(PDFOperatorNames.BeginMarkedContentSequence, [PDFName.of(tag), `<</MCID ${number}>>`]));
    draw();
    now.page.pushOperators(PDFOperator.of(PDFOperatorNames.EndMarkedContent));
  }

  /** Draws something that is there for the eye alone: words beside it say the same. */
  ornament(draw: () => void): void {
    const page = this.#pages.at(-1)?.page;
    page?.pushOperators(PDFOperator.of(PDFOperatorNames.BeginMarkedContent, [PDFName.of('Artifact')]));
    draw();
    page?.pushOperators(PDFOperator.of(PDFOperatorNames.EndMarkedContent));
  }

  /** Puts the structure into the document. */
  finish(language: string): void {
    const { context, catalog } = this.#document;
    const kids = this.#pages.flatMap(({ elements }) => elements);
    context.assign(this.#whole, context.obj({ Type: 'StructElem', S: 'Document', P: this.#root, K: kids }));
    const parents = this.#pages.flatMap(({ elements }, i) => [context.obj(i), context.register(context.obj(elements))]);
    const parentTree = context.register(context.obj({ Nums: context.obj(parents) }));
    context.assign(
      this.#root,
      context.obj({ Type: 'StructTreeRoot', K: this.#whole, ParentTree: parentTree, ParentTreeNextKey: this.#pages.length }),
    );
    catalog.set(PDFName.of('StructTreeRoot'), this.#root);
    catalog.set(PDFName.of('MarkInfo'), context.obj({ Marked: true }));
    this.#document.setLanguage(language);
  }
}
