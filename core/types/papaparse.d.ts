/** The part of papaparse that the core uses; its own types bring those of Node with them. */
interface Read<Row> {
  data: Row[];
  errors: Array<{ type: string; code: string; message: string; row?: number }>;
}
declare const Papa: {
  parse: <Row>(
    text: string,
    options?: { skipEmptyLines?: boolean | 'greedy'; preview?: number },
  ) => Read<Row>;
  unparse: (rows: unknown[][], options?: { newline?: string }) => string;
};
export default Papa;
