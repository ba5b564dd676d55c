declare module 'occt-import-js' {
  /** Starts the reader; `locateFile` says where its wasm lies. */
  export default function occtimportjs(options?: { locateFile?: (name: string) => string; print?: (line: string) => void; printErr?: (line: string) => void }): Promise<import('../core/formats/mesh/step').StepReader>;
}
