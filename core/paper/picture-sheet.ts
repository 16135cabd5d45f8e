/** A sheet of pictures for a client: where a title, up to three pictures and their captions stand. Paper mm, y down. */

export interface SheetPicture {
  /** Width over height. */
  readonly aspect: number;
}
export interface Frame {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export interface PictureSheet {
  readonly width: number;
  readonly height: number;
  /** Baselines. */
  readonly title: { readonly x: number; readonly y: number; readonly size: number };
  readonly under: { readonly x: number; readonly y: number; readonly size: number };
  readonly pictures: readonly {
    readonly frame: Frame;
    readonly caption: { readonly x: number; readonly y: number; readonly width: number };
  }[];
}
/** ISO 216. */
export const A3 = { width: 420, height: 297 } as const;
const EDGE = 14;
const GAP = 8;
const HEAD = 26;
/** Room of a caption below its picture, and its letters. */
const CAPTION = 8;
export const CAPTION_SIZE = 3.6;
/** Share of the width that the first picture of several has. */
const FIRST = 0.64;

/** As large as it can be in a room, whole, in its upper left corner. */
function fitted({ aspect }: SheetPicture, { x, y, width, height }: Frame): Frame {
  const wide = Math.min(width, height * aspect);
  return { x, y, width: wide, height: wide / aspect };
}
/** The first picture large, the others one above the other beside it. */
export function pictureSheet(pictures: readonly SheetPicture[]): PictureSheet {
  const room: Frame = { x: EDGE, y: EDGE + HEAD, width: A3.width - 2 * EDGE, height: A3.height - 2 * EDGE - HEAD };
  const beside = pictures.length > 1;
  const first: Frame = { ...room, width: beside ? room.width * FIRST : room.width, height: room.height - CAPTION };
  const n = pictures.length - 1;
  const high = n ? (room.height - GAP * (n - 1)) / n : 0;
  const rooms = pictures.map(
    (_, i): Frame =>
      i === 0
        ? first
        : {
            x: room.x + first.width + GAP,
            y: room.y + (i - 1) * (high + GAP),
            width: room.width - first.width - GAP,
            height: high - CAPTION,
          },
  );
  return {
    ...A3,
    title: { x: EDGE, y: EDGE + 9, size: 9 },
    under: { x: EDGE, y: EDGE + 17, size: 4 },
    pictures: pictures.map((picture, i) => {
      const frame = fitted(picture, rooms[i] ?? room);
      return { frame, caption: { x: frame.x, y: frame.y + frame.height + CAPTION * 0.65, width: frame.width } };
    }),
  };
}
