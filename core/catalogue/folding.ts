/** The two halves of a thing that folds: a base with keys, a lid with a window, hinged at their long edges. */
import { type Body, length } from '../model';
import { centred, circle, faceHole, post, rect, rectBody, shallowCap } from './shells';

/** @param front  depth of its front half, mm    @param key  what its row of keys is called */
export function foldingBase(name: string, front: number, key: string): Body {
  const body = rectBody(name, [150, 84, 8], 2, front, 13, 'abs');
  const [face, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  face.openings.push(
    faceHole('cross', 'cross pad hole', 'button', centred(24, 46), circle(25)),
    faceHole('keys', key, 'button', centred(104.5, 46), circle(8), {
      row: { count: 4, pitch: length(11), along: 'x' },
    }),
    faceHole('small', 'small key', 'button', centred(65, 16), circle(6), {
      row: { count: 2, pitch: length(20), along: 'x' },
    }),
  );
  back.features.push(
    post('base-corners', 'screw post', centred(7, 7), 6.5, 11, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('base-middle', 'middle screw post', centred(75, 6.5), 6.5, 11, {
      repeat: { mirrorY: true },
    }),
  );
  body.caps = [
    shallowCap('cross-cap', 'cross pad', 'cross', 24.4),
    shallowCap('key-cap', `${key} cap`, 'keys', 7.5),
    shallowCap('small-cap', 'small key cap', 'small', 5.5),
  ];
  return body;
}

/** @param sounder  what its round hole was for */
export function foldingLid(name: string, sounder: string): Body {
  const body = rectBody(name, [150, 84, 8], 2, 7, 9, 'abs');
  const [front, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  front.openings.push(
    faceHole('lid-window', 'window', 'window', centred(75.1, 42), rect(59, 45)),
    faceHole('lid-grille', `holes of the ${sounder}`, 'speaker', centred(131, 60), circle(16)),
  );
  back.features.push(
    post('lid-corners', 'screw post of the lid', centred(7, 7), 6.5, 7, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('lid-middle', 'middle screw post of the lid', centred(75, 6.5), 6.5, 7, {
      repeat: { mirrorY: true },
    }),
  );
  return {
    ...body,
    id: 'lid',
    pieces: [
      { ...front, id: 'lid-front' },
      { ...back, id: 'lid-back' },
    ],
  };
}
