/** What each game family wants to be played with and seen on. Families are generic classes, not machines. */
import type { Shown } from '../display';
import type { GameFamily, InputRole } from '../model';

/** `well` and `mostly`: the computer's speed, 1 to 5, that runs it so. `axes`: analog axes it is played with. */
export interface GameFamilyInputs {
  px: readonly [number, number];
  needs: readonly InputRole[];
  well: number;
  mostly: number;
  axes?: number;
  players: number;
}
const PAD: readonly InputRole[] = ['up', 'down', 'left', 'right'];

export const COVERAGE: Readonly<Record<GameFamily, GameFamilyInputs>> = {
  '8-bit handheld': {
    px: [160, 144],
    needs: [...PAD, 'south', 'east', 'select', 'start'],
    well: 1,
    mostly: 1,
    players: 1,
  },
  '8-bit home': {
    px: [256, 240],
    needs: [...PAD, 'south', 'east', 'select', 'start'],
    well: 1,
    mostly: 1,
    players: 2,
  },
  '16-bit home': {
    px: [256, 224],
    needs: [...PAD, 'south', 'east', 'west', 'north', 'l1', 'r1', 'select', 'start'],
    well: 2,
    mostly: 1,
    players: 2,
  },
  '32-bit handheld': {
    px: [240, 160],
    needs: [...PAD, 'south', 'east', 'l1', 'r1', 'select', 'start'],
    well: 2,
    mostly: 1,
    players: 1,
  },
  '32-bit disc': {
    px: [320, 240],
    needs: [...PAD, 'south', 'east', 'west', 'north', 'l1', 'r1', 'l2', 'r2', 'select', 'start'],
    well: 3,
    mostly: 2,
    players: 2,
  },
  'pocket LCD': { px: [96, 64], needs: [...PAD, 'south', 'start'], well: 1, mostly: 1, players: 1 },
  '16-bit home, wide': {
    px: [320, 224],
    needs: [...PAD, 'south', 'east', 'west', 'start'],
    well: 2,
    mostly: 1,
    players: 2,
  },
  'two-screen handheld': {
    px: [256, 384],
    needs: [...PAD, 'south', 'east', 'west', 'north', 'l1', 'r1', 'select', 'start'],
    well: 4,
    mostly: 3,
    players: 1,
  },
  'arcade, upright': {
    px: [224, 288],
    needs: [...PAD, 'south', 'east', 'select', 'start'],
    well: 2,
    mostly: 1,
    players: 2,
  },
  'arcade, six buttons': {
    px: [384, 224],
    needs: [...PAD, 'south', 'east', 'west', 'north', 'l1', 'r1', 'select', 'start'],
    well: 3,
    mostly: 2,
    players: 2,
  },
  'home computer': {
    px: [320, 200],
    needs: [...PAD, 'south', 'start'],
    well: 2,
    mostly: 1,
    players: 2,
  },
  adventure: {
    px: [320, 200],
    needs: [...PAD, 'south', 'east', 'start'],
    well: 2,
    mostly: 1,
    players: 1,
  },
  'early 3D, stick': {
    px: [320, 240],
    needs: [...PAD, 'south', 'east', 'l1', 'r1', 'l2', 'start'],
    well: 5,
    mostly: 4,
    axes: 2,
    players: 4,
  },
  'disc handheld, wide': {
    px: [480, 272],
    needs: [...PAD, 'south', 'east', 'west', 'north', 'l1', 'r1', 'select', 'start'],
    well: 5,
    mostly: 4,
    axes: 2,
    players: 1,
  },
};

/** A 14-inch tube across a room, and what was held in the hand: typical. */
const TUBE = { wide: 280, from: 180 };
const tube = (px: readonly [number, number], shape = 4 / 3): Shown => ({
  px,
  shape,
  original: TUBE,
});
export const SHOWN: Readonly<Record<GameFamily, Shown>> = {
  '8-bit handheld': { px: [160, 144], original: { wide: 47, from: 30 } },
  '8-bit home': tube([256, 240]),
  '16-bit home': tube([256, 224]),
  '32-bit handheld': { px: [240, 160], original: { wide: 61, from: 30 } },
  '32-bit disc': tube([320, 240]),
  'pocket LCD': { px: [96, 64], original: { wide: 38, from: 30 } },
  '16-bit home, wide': tube([320, 224]),
  'two-screen handheld': { px: [256, 384], original: { wide: 62, from: 35 } },
  'arcade, upright': { px: [224, 288], shape: 3 / 4, original: { wide: 270, from: 70 } },
  'arcade, six buttons': { px: [384, 224], shape: 4 / 3, original: { wide: 360, from: 70 } },
  'home computer': { px: [320, 200], shape: 4 / 3, original: { wide: 260, from: 60 } },
  adventure: { px: [320, 200], shape: 4 / 3, original: { wide: 260, from: 60 } },
  'early 3D, stick': tube([320, 240]),
  'disc handheld, wide': { px: [480, 272], original: { wide: 95, from: 30 } },
};
