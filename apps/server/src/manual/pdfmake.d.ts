/** What is used of pdfmake, whose own types bring those of a browser with them. */
declare module 'pdfmake' {
  export type Content = string | { [member: string]: unknown } | Content[]
  export interface TDocumentDefinitions {
    pageSize: 'A4'
    pageMargins: [number, number, number, number]
    info: { title: string }
    defaultStyle: { [member: string]: unknown }
    footer: (page: number, pages: number) => Content
    content: Content[]
  }
  interface Pdfmake {
    setFonts(fonts: Record<string, Record<'normal' | 'bold' | 'italics' | 'bolditalics', string>>): void
    setUrlAccessPolicy(allow: (url: string) => boolean): void
    setLocalAccessPolicy(allow: (path: string) => boolean): void
    createPdf(document: TDocumentDefinitions): { getBuffer(): Promise<Uint8Array> }
  }
  const pdfmake: Pdfmake
  // oxlint-disable-next-line import/no-default-export -- that is how pdfmake exports itself
  export default pdfmake
}
