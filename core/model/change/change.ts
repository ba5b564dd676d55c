/**
 * A change to the document that a way out offers: applied as one step, undone as one step.
 */
import type { Duty, DutyOwner } from '../duty';
import type { Joint } from '../joint';
import type { Ladder } from '../ladder';
import type { PadBus } from '../padBus';
import type { Item, Part } from '../part';
import type { PatternCut } from '../pattern';
import type { Cut, CutFor, Input, OpeningCut, Placement, Project } from '../project';
import type { Sawn } from '../sawn';
import type { Body, Feature } from '../shell';
import type { Trial } from '../tick';
import type { Tracing } from '../tracing';

interface Making {
  item: string;
  part: Part;
  made: NonNullable<Item['made']>;
  placement?: Placement;
}

export type Change =
  | { do: 'place'; placement: Placement }
  /** The same for an item that has no place yet. */
  | { do: 'stand'; placement: Placement }
  | { do: 'strike'; item: string; block: string }
  /** An edge sawn off a board, as it then stands in the document; or left on after all. */
  | { do: 'saw'; item: string; cut: Sawn }
  | { do: 'unsaw'; item: string; edge: Sawn['edge'] }
  | { do: 'trim'; feature: string; copy: number; to: number }
  /** A floor made thinner under something, by the cut as it then stands in the document. */
  | { do: 'pocket'; cut: Extract<Cut, { kind: 'pocket' }> }
  /** A pattern of holes as it then stands in the document. */
  | { do: 'pattern'; cut: PatternCut }
  /** An opening as it then stands in the document. */
  | { do: 'opening'; cut: OpeningCut }
  | { do: 'uncut'; id: string }
  /** A hole filled and cut anew: as planned, not as measured. */
  | { do: 'recut'; for: CutFor }
  | { do: 'widen'; for: CutFor }
  | { do: 'notch'; for: CutFor }
  | { do: 'swap'; item: string; part: Part }
  | { do: 'insulate'; item: string }
  /** A made part as it would be made now: new in the kit, or in the place of the one that is there. */
  | ({ do: 'make' } & Making)
  | ({ do: 'remake' } & Making)
  /** Outside the shell or left out for now: its place is given up. Nothing: it is to be laid out again. */
  | { do: 'where'; item: string; where: Item['where'] }
  /** A lead or ribbon laid in so many folds; a lead turned around. */
  | { do: 'fold'; item: string; folds: number | undefined }
  | { do: 'around'; item: string; on: boolean }
  /** An angled plug from outside instead of a straight one, or back. */
  | { do: 'angle'; item: string; connector: string; on: boolean }
  /** The halves come together straight, or about the spine. */
  | { do: 'shut'; how: NonNullable<Body['shuts']> }
  /** What holds the halves of a body, where no closing screw does. */
  | { do: 'hold shut'; body: string; by: NonNullable<Body['closedBy']> }
  /** These posts take the screws that close the halves. */
  | { do: 'closing screws'; features: readonly string[] }
  /** A cap's peg filed to so many mm. */
  | { do: 'peg'; cap: string; mm: number }
  /** A made shell drawn larger: wider, higher, or one half deeper with its closing posts. */
  | { do: 'grow'; by: number; side: 'w' | 'h' | { piece: string } }
  | { do: 'screw'; feature: string; screw: NonNullable<Feature['screw']> }
  /** A post's bore drilled to so many mm. */
  | { do: 'bore'; feature: string; deep: number }
  /** A joint of two bodies: new, or in the place of the one of its id. */
  | { do: 'joint'; joint: Joint }
  | { do: 'program'; item: string; rProgOhm: number }
  | { do: 'input'; input: Input }
  | { do: 'leave-out-input'; input: string }
  | { do: 'duty'; duty: Duty; owner: DutyOwner }
  | { do: 'wait'; ms: number }
  /** What these keys told is forgotten, and what was told at rest: both are asked anew. */
  | { do: 'press again'; inputs: string[] }
  /** A kept board's tracing, as far as it says so. */
  | { do: 'tracing'; set: Partial<Tracing> }
  /** A resistor ladder, as far as it says so. */
  | { do: 'ladder'; set: Partial<Ladder> }
  /** A serial pad, as far as it says so. */
  | { do: 'pad bus'; set: Partial<PadBus> }
  | { do: 'route'; route: Project['controls']['route']; part: Part }
  /** What a builder chose for a wire, by its id. */
  | { do: 'net'; net: Project['wiring']['nets'][number] }
  | { do: 'drop-net'; id: string }
  | { do: 'add'; part: Part }
  | { do: 'drop'; item: string }
  /** Another one of the same: what was read of this one counts no more. */
  | { do: 'renew'; item: string }
  /** An assumption tried again. */
  | { do: 'try'; trial: Trial }
  /** What was read counts no more. */
  | { do: 'take back'; readings: string[] }
  | { do: 'power'; set: Partial<Project['power']> }
  | { do: 'sound'; set: Partial<Project['sound']> }
  | { do: 'brief'; set: Partial<Project['brief']> }
  | { do: 'link'; route: Project['controls']['route'] }
  | { do: 'reach'; item: string; connector: string; outside: boolean };

export type ChangeOf<D extends Change['do']> = Extract<Change, { do: D }>;

/** What each of some changes makes of a document; the one given is left as it was. */
export type Appliers<D extends Change['do']> = {
  [K in D]: (p: Project, change: ChangeOf<K>) => Project;
};

/** Something a builder can do about a finding. Shown only after the whole build was re-checked with it. */
export interface WayOut {
  id: string;
  /** What to do: "Move Teasel 2.4 mm left". */
  text: string;
  /** What it takes or costs: "iron 3/5, no network socket". */
  cost: string;
  changes: Change[];
  /** Lower is gentler. */
  effort: number;
}
