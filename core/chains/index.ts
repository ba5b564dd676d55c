/**
 * A kit is complete when its chains run unbroken: energy, picture, sound, inputs, storage, ports,
 * shutdown. Each break names the missing or wrong link, and parts that mend it.
 */
import type { Finding, Project } from '../model';
import { type Chain, CHAIN_NAMES, CHAINS, type ChainKind } from './chain';
import { energyChain } from './energy';
import { kitOf } from './fitted';
import { inputsChain } from './inputs';
import { portsChain } from './outside';
import { pictureChain } from './picture';
import { shutdownChain } from './shutdown';
import { soundChain } from './sound';
import { storageChain } from './storage';
import { throughWalls } from './walls';

export { type Break, type Chain, CHAIN_NAMES, type ChainKind, CHAINS, type Link } from './chain';
export { type DataNode, dataTree, type DataTree, load, USB_NAMES } from './data';
export { isSoldered, kitOf, reachable } from './fitted';
export { fedStraight, fromWall } from './energy';
export { type Cable, cablesOf } from './cables';
export { chainWays } from './mends';

const MAKERS: Readonly<Record<ChainKind, (k: ReturnType<typeof kitOf>) => Chain>> = {
  energy: energyChain,
  picture: pictureChain,
  sound: soundChain,
  inputs: inputsChain,
  storage: storageChain,
  ports: portsChain,
  shutdown: shutdownChain,
};

/** Every chain of a build, in the order it is wired. An empty kit has none: nothing is chosen, nothing is broken. */
export function chains(p: Project): Chain[] {
  if (!p.kit.items.length) return [];
  const kit = kitOf(p);
  return CHAINS.map((c) => MAKERS[c](kit));
}

/** A gap in a begun chain is a hit; one that nothing was chosen for yet is open. */
export const chainFindings = (p: Project): Finding[] => [
  ...throughWalls(p),
  ...chains(p).flatMap((c) =>
    c.breaks.map((b): Finding => ({
      id: `chain:${b.id}`,
      station: 'kit',
      check: 'chain',
      code: 'chain',
      refs: [{ is: 'link', chain: c.kind, link: b.link }],
      ...(c.begun ? { verdict: 'hit' } : { verdict: 'tight', undecided: true }),
      title: b.title,
      what: b.what,
      why: [
        `${CHAIN_NAMES[c.kind]}: ${c.links.map((l) => l.name).join(' → ') || 'nothing yet'}`,
        ...b.why,
      ],
      about: b.about,
    })),
  ),
];
