/** A picture on its way in: what its name says, and nothing beside the picture. */
import { createHash } from 'node:crypto';
import { type Picture, readPicture } from '@deft/core/formats/picture';
import { BadInput, type Envelope } from '@deft/core/model';

type Asset = Envelope['assets'][number];
export interface CheckedPicture {
  sha256: string;
  mime: string;
  bytes: Buffer;
}

/**
 * @param at  its path in the file
 * @throws    BadInput when it is another picture, no picture, or carries more than one
 */
export function checkedPicture(asset: Asset, at: string): CheckedPicture {
  const bytes = Buffer.from(asset.base64, 'base64');
  if (createHash('sha256').update(bytes).digest('hex') !== asset.sha256) {
    throw new BadInput(
      `${at}.sha256`,
      'This picture is not the one its name says: the file was damaged or changed.',
    );
  }
  const picture: Picture = readPicture(bytes);
  if (picture.mime !== asset.mime) {
    throw new BadInput(`${at}.mime`, `This picture is ${picture.mime}, not ${asset.mime}.`);
  }
  if (picture.stripped) {
    throw new BadInput(
      at,
      'This picture carries other matter beside the picture (place, camera or remarks). Add it again through the shell station.',
    );
  }
  return { sha256: asset.sha256, mime: asset.mime, bytes };
}
