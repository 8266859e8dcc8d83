// TextDecoder (WHATWG Encoding) is in every place the core runs: Node, browsers and workers.
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean; ignoreBOM?: boolean })
  readonly encoding: string
  decode(input?: Uint8Array, options?: { stream?: boolean }): string
}

/** Everywhere the core runs (WHATWG Encoding). */
declare class TextEncoder {
  encode(text: string): Uint8Array
}
