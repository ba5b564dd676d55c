/** Every kind of part a builder makes; a new kind is one entry. */
import type { MadeKind } from '../../model';
import type { Kind } from '../design';
import { portBraces, spacers, speakerRings, standOffs } from './boards';
import { cellFrames } from './cellFrame';
import { fillers } from './filler';
import { hingeCovers } from './hinge';
import { drillJigs, stencils } from './jig';
import { caps, extenders, switchPlates } from './keys';
import { doors, lightPipes, portPlates, slotFillers } from './openings';
import { bezels, screenCorners } from './screen';
import { calibrationPieces, cornerPatches, depthGauges, trimCollars } from './tools';

export const KINDS: Readonly<Record<MadeKind, Kind>> = {
  'cell frame': cellFrames,
  'screen corners': screenCorners,
  bezel: bezels,
  filler: fillers,
  'drill jig': drillJigs,
  'marking stencil': stencils,
  'stand-offs': standOffs,
  'spacer frame': spacers,
  'port brace': portBraces,
  'speaker ring': speakerRings,
  'switch plate': switchPlates,
  cap: caps,
  'cap extender': extenders,
  'port plate': portPlates,
  'light pipe': lightPipes,
  'slot filler': slotFillers,
  door: doors,
  'corner patch': cornerPatches,
  'hinge cover': hingeCovers,
  'trim collar': trimCollars,
  'depth gauge': depthGauges,
  'calibration piece': calibrationPieces,
};
