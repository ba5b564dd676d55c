/**
 * What the screen's thread and the engine say to each other.
 *
 * The engine holds the library and the document and is told of edits only. Every answer carries the
 * number of the state it is about; an answer about a state that is gone is `undefined`.
 */
import type { Alternative, Mend, Outcome, Score } from '@deft/core/brief';
import type { Improvement } from '@deft/core/fit';
import type { GoalKey, Part, Patch, Project, Verdict } from '@deft/core/model';
import type { Judgement, Kind, Largest, Ways } from '@deft/core/verdict';

export interface Judged {
  /** Number of the state that was judged. */
  at: number;
  verdict: Judgement;
  /** Every goal that was set, judged; what is missed first. */
  scores: readonly Score[];
}

/** A build in one line. */
export interface Glance {
  sentence: string;
  laidOut: boolean;
  worst: Verdict;
  goals: { met: number; of: number };
  /** Hours on one charge and their uncertainty, when there is a cell. */
  hours?: { value: number; u: number };
}

export interface Swaps {
  now: Outcome;
  of: number;
  rows: Alternative[];
}

export interface EngineApi {
  /**
   * Holds a lock of this name for as long as the engine lives, so that whoever waits for the lock
   * learns at once that the engine has ended. Says whether this browser has locks here.
   */
  alive: (lock: string) => Promise<boolean>;
  /** Parts of the builder's own; the starter parts are in the engine. */
  library: (own: readonly Part[]) => void;
  open: (at: number, document: Project) => Promise<Judged | undefined>;
  /** Nothing is answered when the engine does not hold the state `from`. */
  edit: (from: number, to: number, patch: Patch) => Promise<Judged | undefined>;
  /** A document beside the open one: a test fit, somebody else's save. */
  judge: (document: Project) => Promise<Judgement>;
  /** One of many, in one line. */
  glance: (document: Project) => Promise<Glance>;
  ways: (at: number, finding: string) => Promise<Ways | undefined>;
  improvements: (at: number) => Promise<Improvement[] | undefined>;
  largest: (
    at: number,
    kind: Kind,
    tell: (trying: string) => void,
  ) => Promise<{ found: Largest | undefined } | undefined>;
  mend: (at: number, goal: GoalKey) => Promise<{ found: Mend | undefined } | undefined>;
  /** Alternatives as they are known, a handful at a time, while `tell` says to go on. */
  swaps: (at: number, item: string, tell: (some: Swaps) => Promise<boolean>) => Promise<void>;
  /** Compiles what comparing needs by running it, so that the first comparison is quick. */
  warm: (at: number) => Promise<void>;
}
