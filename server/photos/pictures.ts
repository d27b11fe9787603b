import sharp from 'sharp';
import { MOST_PHOTO_BYTES } from '#contracts/photos';
import { invalid } from '../http/problem.ts';

const FORMATS: Record<string, string> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };
const LONGEST_SIDE = 2400;
const THUMB_SIDE = 320;
/** A small file can unpack into a huge picture; more than this is refused before it is unpacked. */
const MOST_PIXELS = 60_000_000;

export interface Picture {
  readonly image: Buffer;
  readonly thumb: Buffer;
  readonly mime: string;
  readonly width: number;
  readonly height: number;
}

/**
 * Looks into a file and makes of it what is kept: upright by what the camera noted, at most 2,400 pixels
 * long, without the camera's notes on place and owner, with a thumbnail.
 *
 * @throws Problem 422 when the content is no JPEG, PNG or WebP picture, whatever its name says
 */
export async function readPicture(content: Buffer): Promise<Picture> {
  if (content.length > MOST_PHOTO_BYTES) throw notAPicture('a picture has at most 8 MB');
  let format: string | undefined;
  try {
    format = (await sharp(content, { limitInputPixels: MOST_PIXELS }).metadata()).format;
  } catch {
    throw notAPicture('this file is not a picture');
  }
  if (!format || !FORMATS[format]) throw notAPicture('only JPEG, PNG and WebP pictures are kept');
  try {
    const upright = sharp(content, { limitInputPixels: MOST_PIXELS, failOn: 'error' }).rotate();
    const sized = upright.resize({
      width: LONGEST_SIDE,
      height: LONGEST_SIDE,
      fit: 'inside',
      withoutEnlargement: true,
    });
    const { data, info } = await (
      format === 'png'
        ? sized.png()
        : format === 'webp'
          ? sized.webp({ quality: 84 })
          : sized.jpeg({ quality: 84 })
    ).toBuffer({ resolveWithObject: true });
    return {
      image: data,
      thumb: await thumbOf(data, 0),
      mime: FORMATS[format] as string,
      width: info.width,
      height: info.height,
    };
  } catch {
    throw notAPicture('the picture is damaged');
  }
}

/** The thumbnail of a kept picture after a turn. */
export const thumbOf = (image: Buffer, turn: number): Promise<Buffer> =>
  sharp(image)
    .rotate(turn)
    .resize({ width: THUMB_SIDE, height: THUMB_SIDE, fit: 'inside' })
    .webp({ quality: 74 })
    .toBuffer();

/** A kept picture as it is shown. */
export const turned = (image: Buffer, turn: number): Promise<Buffer> =>
  turn === 0 ? Promise.resolve(image) : sharp(image).rotate(turn).toBuffer();

const notAPicture = (message: string) =>
  invalid([{ path: 'content', message }], 'That cannot be kept as a picture');
