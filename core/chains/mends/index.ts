/** Parts and answers that could mend a break of a chain: one file a chain, one entry a link. */
import { type Finding, type Part, type Project, refOf, type WayOut } from '../../model';
import type { ChainKind } from '../chain';
import { energyMends } from './energy';
import { inputsMends } from './inputs';
import { Mending, type Mends } from './mending';
import { pictureMends } from './picture';
import { portsMends } from './ports';
import { shutdownMends } from './shutdown';
import { soundMends } from './sound';
import { storageMends } from './storage';

const MENDS: Readonly<Record<ChainKind, Mends>> = {
  energy: energyMends,
  picture: pictureMends,
  sound: soundMends,
  inputs: inputsMends,
  storage: storageMends,
  ports: portsMends,
  shutdown: shutdownMends,
};

/** Links there is one of for each part: they are mended alike, whichever part it is. */
const ONE_A_PART = /^(rail|speed|current)-.*/;

/** @param library  parts that may be taken, the cheapest first of those that fit */
export function chainWays(p: Project, f: Finding, library: readonly Part[]): WayOut[] {
  const at = f.check === 'chain' ? refOf(f, 'link') : undefined;
  if (!at) return [];
  const mending = new Mending(p, f, library);
  MENDS[at.chain as ChainKind][at.link.replace(ONE_A_PART, '$1')]?.(mending);
  return mending.ways;
}
