/** What colours of a light add to red, green and blue, or take from them. Attributes are those of GDTF (reference formats 1); amber, lime and such as they look (from memory). */

export const additive: Readonly<Record<string, readonly [number, number, number]>> = {
  ColorAdd_R: [1, 0, 0],
  ColorAdd_G: [0, 1, 0],
  ColorAdd_B: [0, 0, 1],
  ColorAdd_W: [1, 1, 1],
  ColorAdd_WW: [1, 0.85, 0.65],
  ColorAdd_CW: [0.85, 0.95, 1],
  ColorAdd_RY: [1, 0.6, 0],
  ColorAdd_GY: [0.7, 1, 0],
  ColorAdd_C: [0, 1, 1],
  ColorAdd_M: [1, 0, 1],
  ColorAdd_UV: [0.3, 0, 1],
};
/** Which of red, green and blue is taken. */
export const subtractive: Readonly<Record<string, 0 | 1 | 2>> = { ColorSub_C: 0, ColorSub_M: 1, ColorSub_Y: 2 };
