/** One figure of a part that is doubted: what is said of it, and why. */
export interface Doubt {
  code: string;
  title: string;
  what: string;
  why: string;
  /** Worth knowing, and no reason not to close. */
  warns?: boolean;
}
