/** The part of papaparse that the core uses; the types made for it bring those of Node with them. */
declare module 'papaparse' {
  interface Read<Row> {
    data: Row[];
    errors: Array<{ type: string; code: string; message: string; row?: number }>;
  }
  const Papa: {
    parse: <Row>(
      text: string,
      options?: { skipEmptyLines?: boolean | 'greedy'; preview?: number; delimiter?: string },
    ) => Read<Row>;
    unparse: (rows: unknown[][], options?: { newline?: string }) => string;
  };
  export default Papa;
}
