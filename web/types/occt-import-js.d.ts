declare module 'occt-import-js' {
  /** Starts the reader; `locateFile` says where its wasm lies, `instantiateWasm` makes it from one compiled before. */
  export default function occtimportjs(options?: {
    locateFile?: (name: string) => string;
    print?: (line: string) => void;
    printErr?: (line: string) => void;
    instantiateWasm?: (
      imports: WebAssembly.Imports,
      done: (made: WebAssembly.Instance) => void,
    ) => WebAssembly.Exports;
  }): Promise<import('../../core/formats/mesh').StepReader>;
}
