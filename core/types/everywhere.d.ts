/**
 * What every place the core runs in has (a page, a worker, Node) and the language's own library does
 * not name: text to bytes and back, and compiled modules.
 */
declare class TextEncoder {
  encode(text?: string): Uint8Array<ArrayBuffer>;
}
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean; ignoreBOM?: boolean });
  decode(bytes?: ArrayBuffer | ArrayBufferView): string;
}
