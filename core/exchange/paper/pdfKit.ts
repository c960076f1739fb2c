import PDFKitDocument from 'pdfkit'

/** A document that is written page by page. */
export type Pdf = PDFKit.PDFDocument
export const PDFDocument = PDFKitDocument as unknown as new (
  options: PDFKit.PDFDocumentOptions
) => Pdf
