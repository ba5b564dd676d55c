/** One chain of a build: its links in order, where it breaks, and what is worth knowing beside that. */
export const CHAINS = [
  'energy',
  'picture',
  'sound',
  'inputs',
  'storage',
  'ports',
  'shutdown',
] as const;
export type ChainKind = (typeof CHAINS)[number];

export const CHAIN_NAMES: Readonly<Record<ChainKind, string>> = {
  energy: 'Energy',
  picture: 'Picture',
  sound: 'Sound',
  inputs: 'Inputs',
  storage: 'Storage and its access',
  ports: 'Charging and data ports',
  shutdown: 'Shutdown',
};

export interface Link {
  name: string;
  item?: string;
  /** What it does or stands for here. */
  note: string;
  /** How it is joined to the link before it. */
  joint?: string;
}

export interface Break {
  /** Names the link that is missing or wrong: "picture:lead". */
  id: string;
  /** Which link of the chain: "lead". */
  link: string;
  /** It lies before this link, or after the last. */
  before: number;
  title: string;
  what: string;
  why: string[];
  about: string[];
}

export interface Chain {
  kind: ChainKind;
  /** Whether this build wants it at all. */
  wanted: boolean;
  /** Something of it is in the kit: a gap is then a break, else it is still to be chosen. */
  begun: boolean;
  links: Link[];
  breaks: Break[];
  notes: string[];
}

export class ChainMaker {
  readonly chain: Chain;
  constructor(kind: ChainKind) {
    this.chain = { kind, wanted: true, begun: false, links: [], breaks: [], notes: [] };
  }
  link(link: Link): void {
    this.chain.links.push(link);
  }
  part(of: { item: { id: string; name: string } }, note: string, joint?: string): void {
    this.chain.begun = true;
    // A board that does several things in a row is one link.
    const last = this.chain.links[this.chain.links.length - 1];
    if (last?.item === of.item.id) {
      last.note = `${last.note}; ${note}`;
      return;
    }
    this.link({ name: of.item.name, item: of.item.id, note, ...(joint ? { joint } : {}) });
  }
  broken(id: string, title: string, what: string, why: string[] = [], about: string[] = []): void {
    this.chain.breaks.push({
      id: `${this.chain.kind}:${id}`,
      link: id,
      before: this.chain.links.length,
      title,
      what,
      why,
      about,
    });
  }
  note(text: string): void {
    this.chain.notes.push(text);
  }
  unwanted(why: string): Chain {
    this.chain.wanted = false;
    this.note(why);
    return this.chain;
  }
}
