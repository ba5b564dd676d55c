/**
 * A change to the document that a way out offers: applied as one step, undone as one step.
 */
import type { Duty, DutyOwner } from './duty';
import {
  type Cut,
  type CutFor,
  cutKey,
  type Input,
  openingCut,
  type OpeningCut,
  type Placement,
  type Project,
} from './project';
import type { Item, Part } from './part';
import type { PatternCut } from './pattern';
import { length, type Length } from './length';
import type { Trial } from './tick';
import type { Ladder } from './ladder';
import { type PadBus, USUAL_PAD_BUS } from './padBus';
import type { Tracing } from './tracing';
import type { Joint } from './joint';
import type { Sawn } from './sawn';
import type { Body, Feature } from './shell';

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
  | { do: 'widen' | 'notch'; for: CutFor }
  | { do: 'swap'; item: string; part: Part }
  | { do: 'insulate'; item: string }
  /** A made part as it would be made now: new in the kit, or in the place of the one that is there. */
  | {
      do: 'make' | 'remake';
      item: string;
      part: Part;
      made: NonNullable<Item['made']>;
      placement?: Placement;
    }
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

function pressedAgain(
  controls: Project['controls'],
  inputs: readonly string[],
): Project['controls'] {
  const { pressed } = controls;
  if (!pressed) return controls;
  const answers = pressed.answers.filter((a) => !inputs.includes(a.input));
  return { ...controls, pressed: { ...pressed, rest: { noisy: [] }, answers } };
}

/** The document with one change applied; the document given is left as it was. */
export function applied(p: Project, change: Change): Project {
  switch (change.do) {
    case 'place':
      return {
        ...p,
        layout: {
          placements: p.layout.placements.map((x) =>
            x.item === change.placement.item ? change.placement : x,
          ),
        },
      };
    case 'stand': {
      // What gets a place is in the shell, whatever was said of it before.
      const inside = p.kit.items.some((i) => i.id === change.placement.item && i.where)
        ? withItem(p, change.placement.item, (item) => said(item, 'where', undefined))
        : p;
      return {
        ...inside,
        layout: {
          placements: [
            ...p.layout.placements.filter((x) => x.item !== change.placement.item),
            change.placement,
          ],
        },
      };
    }
    case 'make': {
      const { item, part, made, placement } = change;
      const one: Item = {
        id: item,
        part: part.id,
        name: part.name,
        struck: [],
        stock: 'have',
        made,
      };
      const inKit: Project = {
        ...p,
        kit: {
          ...p.kit,
          parts: [...p.kit.parts.filter((q) => q.id !== part.id), part],
          items: [...p.kit.items.filter((i) => i.id !== item), one],
        },
      };
      return placement
        ? applied(inKit, { do: 'stand', placement })
        : applied(inKit, { do: 'where', item, where: 'outside' });
    }
    case 'remake': {
      const parts = p.kit.parts.map((q) => (q.id === change.part.id ? change.part : q));
      const made = withItem({ ...p, kit: { ...p.kit, parts } }, change.item, (item) => ({
        ...item,
        made: change.made,
      }));
      return change.placement ? applied(made, { do: 'stand', placement: change.placement }) : made;
    }
    case 'strike':
      return withItem(p, change.item, (item) => ({
        ...item,
        struck: item.struck.includes(change.block) ? item.struck : [...item.struck, change.block],
      }));
    case 'saw':
      return withItem(p, change.item, (item) => ({
        ...item,
        sawn: [...(item.sawn ?? []).filter((s) => s.edge !== change.cut.edge), change.cut],
      }));
    case 'unsaw':
      return withItem(p, change.item, (item) => {
        const left = (item.sawn ?? []).filter((s) => s.edge !== change.edge);
        return said(item, 'sawn', left.length ? left : undefined);
      });
    case 'trim': {
      const id = `trim-${change.feature}-${change.copy}`;
      const cut: Cut = {
        kind: 'trim',
        id,
        feature: change.feature,
        copy: change.copy,
        to: change.to,
        state: 'decided',
      };
      return { ...p, cuts: [...p.cuts.filter((c) => c.id !== id), cut] };
    }
    case 'pocket':
    case 'pattern':
    case 'opening':
      return { ...p, cuts: [...p.cuts.filter((c) => c.id !== change.cut.id), change.cut] };
    case 'recut':
      return {
        ...p,
        cuts: p.cuts.map((c): Cut => {
          if (c.kind !== 'opening' || cutKey(c.for) !== cutKey(change.for)) return c;
          const planned: Cut = { ...c, state: 'decided' };
          delete planned.measured;
          delete planned.at;
          delete planned.to;
          return planned;
        }),
      };
    case 'uncut':
      return { ...p, cuts: p.cuts.filter((c) => c.id !== change.id) };
    case 'widen':
    case 'notch': {
      const key = cutKey(change.for);
      const known = openingCut(p, key);
      const wide = change.do === 'widen' || known?.wide;
      const notch = change.do === 'notch' || known?.notch;
      const id = known?.id ?? `open-${key.replace('/', '-')}`.slice(0, 64);
      return {
        ...p,
        cuts: [
          ...p.cuts.filter((c) => c.id !== id),
          {
            kind: 'opening',
            id,
            for: change.for,
            ...(wide ? { wide } : {}),
            ...(notch ? { notch } : {}),
            state: 'decided',
          },
        ],
      };
    }
    case 'swap': {
      const parts = p.kit.parts.some((x) => x.id === change.part.id)
        ? p.kit.parts
        : [...p.kit.parts, change.part];
      const other = unchosen(untried({ ...p, kit: { ...p.kit, parts } }, change.item), change.item);
      return withItem(other, change.item, (item) => ({
        id: item.id,
        part: change.part.id,
        name: change.part.name,
        struck: [],
      }));
    }
    case 'where': {
      const items = withItem(p, change.item, (item) => said(item, 'where', change.where));
      const placements = p.layout.placements.filter(
        (x) => x.item !== change.item && !('item' in x.on && x.on.item === change.item),
      );
      return { ...items, layout: { placements } };
    }
    case 'insulate':
      return withItem(p, change.item, (item) => ({ ...item, insulated: true }));
    case 'fold':
      return withItem(p, change.item, (item) => said(item, 'folds', change.folds));
    case 'around':
      return withItem(p, change.item, (item) => said(item, 'around', change.on || undefined));
    case 'angle':
      return withItem(p, change.item, (item) => {
        const list = [
          ...(item.angled ?? []).filter((c) => c !== change.connector),
          ...(change.on ? [change.connector] : []),
        ];
        return said(item, 'angled', list.length ? list : undefined);
      });
    case 'shut':
      return {
        ...p,
        shell: {
          ...p.shell,
          bodies: p.shell.bodies.map((b, i) => (i === 0 ? { ...b, shuts: change.how } : b)),
        },
      };
    case 'hold shut':
      return {
        ...p,
        shell: {
          ...p.shell,
          bodies: p.shell.bodies.map((b) =>
            b.id === change.body ? { ...b, closedBy: change.by } : b,
          ),
        },
      };
    case 'closing screws':
      return change.features.reduce(
        (q, id) => withFeature(q, id, (f) => ({ ...f, purpose: 'closing screw' })),
        p,
      );
    case 'peg':
      return {
        ...p,
        shell: {
          ...p.shell,
          bodies: p.shell.bodies.map((b) =>
            b.caps
              ? {
                  ...b,
                  caps: b.caps.map((c) =>
                    c.id === change.cap ? { ...c, peg: length(change.mm) } : c,
                  ),
                }
              : b,
          ),
        },
      };
    case 'screw':
      return withFeature(p, change.feature, (q) => ({ ...q, screw: change.screw }));
    case 'bore':
      return withFeature(p, change.feature, (q) =>
        q.bore ? { ...q, bore: { ...q.bore, deep: length(change.deep) } } : q,
      );
    case 'joint': {
      const { joints = [] } = p.shell;
      const isThere = joints.some((j) => j.id === change.joint.id);
      const next = isThere
        ? joints.map((j) => (j.id === change.joint.id ? change.joint : j))
        : [...joints, change.joint];
      return { ...p, shell: { ...p.shell, joints: next } };
    }
    case 'grow':
      return {
        ...p,
        shell: {
          ...p.shell,
          bodies: p.shell.bodies.map((b, i) => (i === 0 ? grown(b, change.by, change.side) : b)),
        },
      };
    case 'program':
      return withItem(p, change.item, (item) => ({ ...item, rProgOhm: change.rProgOhm }));
    case 'input':
      return {
        ...p,
        controls: {
          ...p.controls,
          inputs: p.controls.inputs.some((x) => x.id === change.input.id)
            ? p.controls.inputs.map((x) => (x.id === change.input.id ? change.input : x))
            : [...p.controls.inputs, change.input],
        },
      };
    case 'wait':
      return { ...p, controls: { ...p.controls, debounceMs: change.ms } };
    case 'duty':
      return {
        ...p,
        controls: {
          ...p.controls,
          duties: { ...p.controls.duties, [change.duty]: change.owner },
        },
      };
    case 'take back':
      return {
        ...p,
        kit: { ...p.kit, readings: back(p, (r) => change.readings.includes(r.id)) },
      };
    case 'try': {
      const { assumption, of } = change.trial;
      const others = (p.tried ?? []).filter((t) => t.assumption !== assumption || t.of !== of);
      return { ...p, tried: [...others, change.trial] };
    }
    case 'renew':
      return renewed(p, change.item);
    case 'press again':
      return { ...p, controls: pressedAgain(p.controls, change.inputs) };
    case 'leave-out-input':
      return {
        ...p,
        controls: { ...p.controls, inputs: p.controls.inputs.filter((x) => x.id !== change.input) },
      };
    case 'tracing': {
      const had = p.controls.tracing ?? { pads: [], readings: [] };
      return { ...p, controls: { ...p.controls, tracing: { ...had, ...change.set } } };
    }
    case 'ladder': {
      const ladder = { ...(p.controls.ladder ?? { steps: [] }), ...change.set };
      return { ...p, controls: { ...p.controls, ladder } };
    }
    case 'pad bus': {
      const bus = { ...(p.controls.bus ?? USUAL_PAD_BUS), ...change.set };
      return { ...p, controls: { ...p.controls, bus } };
    }
    case 'route': {
      const parts = p.kit.parts.some((x) => x.id === change.part.id)
        ? p.kit.parts
        : [...p.kit.parts, change.part];
      const has = p.kit.items.some((x) => x.part === change.part.id);
      const items = has
        ? p.kit.items
        : [
            ...p.kit.items,
            {
              id: freshId(p, change.part.id),
              part: change.part.id,
              name: change.part.name,
              struck: [],
            },
          ];
      return {
        ...p,
        kit: { ...p.kit, parts, items },
        controls: { ...p.controls, route: change.route },
      };
    }
    case 'net':
      return {
        ...p,
        wiring: { nets: [...p.wiring.nets.filter((n) => n.id !== change.net.id), change.net] },
      };
    case 'drop-net':
      return { ...p, wiring: { nets: p.wiring.nets.filter((n) => n.id !== change.id) } };
    case 'add':
      return withAdded(p, change.part);
    case 'drop':
      return without(p, change.item);
    case 'sound':
      return { ...p, sound: { ...p.sound, ...change.set } };
    case 'brief':
      return { ...p, brief: { ...p.brief, ...change.set } };
    case 'link':
      return { ...p, controls: { ...p.controls, route: change.route } };
    case 'power':
      return { ...p, power: { ...p.power, ...change.set } };
    case 'reach':
      return withItem(p, change.item, (item) => ({
        ...item,
        reach: { ...item.reach, [change.connector]: change.outside },
      }));
  }
}

/** One more item of a part, in the kit and nowhere in the shell yet. */
export function withAdded(p: Project, part: Part): Project {
  const parts = p.kit.parts.some((x) => x.id === part.id) ? p.kit.parts : [...p.kit.parts, part];
  const twin = p.kit.items.filter((i) => i.part === part.id).length;
  return {
    ...p,
    kit: {
      ...p.kit,
      parts,
      items: [
        ...p.kit.items,
        {
          id: freshId(p, part.id),
          part: part.id,
          name: twin ? `${part.name} (${twin + 1})`.slice(0, 200) : part.name,
          struck: [],
        },
      ],
    },
  };
}

/** Keys that were pressed on a switch of an item: the nearest counts again. */
function unchosen(p: Project, item: string): Project {
  if (p.controls.inputs.every((i) => i.switch?.item !== item)) return p;
  const inputs = p.controls.inputs.map((input) => {
    if (input.switch?.item !== item) return input;
    const next = { ...input };
    delete next.switch;
    return next;
  });
  return { ...p, controls: { ...p.controls, inputs } };
}

/** The build without an item, its place, its wires, and its part when nobody else is one. */
export const without = (p: Project, id: string): Project => ({
  ...unchosen(p, id),
  kit: {
    ...p.kit,
    parts: p.kit.parts.filter((q) => p.kit.items.some((i) => i.id !== id && i.part === q.id)),
    items: p.kit.items.filter((i) => i.id !== id),
  },
  layout: {
    placements: p.layout.placements.filter(
      (x) => x.item !== id && !('item' in x.on && x.on.item === id),
    ),
  },
  wiring: { nets: p.wiring.nets.filter((n) => !n.ends.some((e) => e.item === id)) },
});

type Readings = NonNullable<Project['kit']['readings']>;
const back = (p: Project, is: (r: Readings[number]) => boolean): Readings =>
  (p.kit.readings ?? []).map((r) => (is(r) ? { ...r, isTakenBack: true } : r));

/** Nothing was tried of what stands there now. */
const untried = (p: Project, item: string): Project =>
  p.tried ? { ...p, tried: p.tried.filter((t) => t.of !== item) } : p;

function renewed(p: Project, id: string): Project {
  const fresh = withItem(untried(p, id), id, (item) => ({ ...item, stock: 'to buy' }));
  const readings = back(p, (r) => r.item === id);
  return { ...fresh, kit: { ...fresh.kit, readings } };
}

/** An item id nobody has yet: the wish itself, or with a number. */
export function freshId(p: Project, wish: string): string {
  const taken = new Set(p.kit.items.map((x) => x.id));
  for (let n = 1; ; n++) {
    const id = n === 1 ? wish : `${wish.slice(0, 58)}-${n}`;
    if (!taken.has(id)) return id;
  }
}

const withItem = (
  p: Project,
  id: string,
  change: (item: Project['kit']['items'][number]) => Project['kit']['items'][number],
): Project => ({
  ...p,
  kit: { ...p.kit, items: p.kit.items.map((x) => (x.id === id ? change(x) : x)) },
});

/** An item with something said of it, or no longer said. */
function said<K extends 'folds' | 'around' | 'angled' | 'sawn' | 'where'>(
  item: Item,
  key: K,
  value: Item[K],
): Item {
  const next = { ...item };
  if (value === undefined) delete next[key];
  else next[key] = value;
  return next;
}

const longer = (l: Length, by: number): Length => ({
  ...l,
  mm: Math.round((l.mm + by) * 1000) / 1000,
});
function grown(b: Body, by: number, side: Extract<Change, { do: 'grow' }>['side']): Body {
  if (typeof side === 'string') {
    return b.outline.kind === 'rect'
      ? { ...b, outline: { ...b.outline, [side]: longer(b.outline[side], by) } }
      : b;
  }
  return {
    ...b,
    pieces: b.pieces.map((q) =>
      q.id === side.piece
        ? {
            ...q,
            depth: longer(q.depth, by),
            zones: q.zones.map((z) => ({ ...z, depth: longer(z.depth, by) })),
            features: q.features.map((f) =>
              f.purpose === 'closing screw' && f.height.from === 'floor'
                ? { ...f, height: { ...f.height, length: longer(f.height.length, by) } }
                : f,
            ),
          }
        : q,
    ),
  };
}

const withFeature = (p: Project, id: string, change: (f: Feature) => Feature): Project => ({
  ...p,
  shell: {
    ...p.shell,
    bodies: p.shell.bodies.map((b) => ({
      ...b,
      pieces: b.pieces.map((q) =>
        q.features.some((f) => f.id === id)
          ? { ...q, features: q.features.map((f) => (f.id === id ? change(f) : f)) }
          : q,
      ),
    })),
  },
});

export const appliedAll = (p: Project, changes: readonly Change[]): Project =>
  changes.reduce(applied, p);

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
