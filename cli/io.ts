/** Where a command says what it has to say. */
export interface Io {
  out: (text: string) => void;
  err: (text: string) => void;
}
