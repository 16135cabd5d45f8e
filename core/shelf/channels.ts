/** Channels of a mode as a line of text, and back. */
import type { Channel } from '../model/records.js';

/** Channels as people type them: "Dimmer, Pan 16, Tilt 16, ColorAdd_R" one after the other; 8, 16, 24 or 32 behind a name is its width, @2 its break. */
export function channelsFromText(
  text: string,
): { readonly ok: true; readonly channels: Channel[] } | { readonly ok: false; readonly why: string } {
  const next = new Map<number, number>();
  const channels: Channel[] = [];
  for (const part of text
    .split(/[,\n;]+/)
    .map((item) => item.trim())
    .filter(Boolean)) {
    const match = /^([A-Za-z][A-Za-z0-9_.]*)(?:\s+(8|16|24|32))?(?:\s*@\s*(\d{1,2}))?$/.exec(part);
    const dmxBreak = Number(match?.[3] ?? 1);
    if (!match || dmxBreak < 1 || dmxBreak > 64)
      return {
        ok: false,
        why: `"${part.slice(0, 40)}" is not a channel. Write an attribute such as Dimmer, with 16 behind it for 16 bit and @2 for break 2.`,
      };
    const bytes = Number(match[2] ?? 8) / 8;
    const from = next.get(dmxBreak) ?? 1;
    if (from + bytes - 1 > 512)
      return { ok: false, why: `Break ${dmxBreak} has no slots left at ${match[1]}: a universe holds 512.` };
    next.set(dmxBreak, from + bytes);
    channels.push({
      attribute: match[1]!.slice(0, 100),
      offset: Array.from({ length: bytes }, (_, i) => from + i),
      break: dmxBreak,
    });
  }
  return { ok: true, channels };
}
export const textFromChannels = (channels: readonly Channel[]): string =>
  channels
    .map(
      ({ attribute, offset, break: at }) =>
        `${attribute}${offset.length > 1 ? ` ${offset.length * 8}` : ''}${at > 1 ? ` @${at}` : ''}`,
    )
    .join(', ');

/** Attribute names that are offered while typing (GDTF, reference formats 1.4). Any other name may be typed as well. */
export const usualAttributes = [
  'Dimmer',
  'Pan',
  'Tilt',
  'Shutter1',
  'Shutter1Strobe',
  'ColorAdd_R',
  'ColorAdd_G',
  'ColorAdd_B',
  'ColorAdd_W',
  'ColorAdd_RY',
  'ColorAdd_GY',
  'ColorAdd_WW',
  'ColorAdd_CW',
  'ColorAdd_UV',
  'ColorSub_C',
  'ColorSub_M',
  'ColorSub_Y',
  'CTO',
  'CTC',
  'Tint',
  'Color1',
  'Color2',
  'Gobo1',
  'Gobo1Pos',
  'Gobo1PosRotate',
  'Gobo2',
  'Gobo2Pos',
  'AnimationWheel1',
  'Prism1',
  'Prism1Pos',
  'Frost1',
  'Iris',
  'Zoom',
  'Focus1',
  'Blade1A',
  'Blade1B',
  'Blade2A',
  'Blade2B',
  'Blade3A',
  'Blade3B',
  'Blade4A',
  'Blade4B',
  'ShaperRot',
  'Control1',
  'Function',
  'Fan1',
  'LampControl',
  'NoFeature',
  'Dummy',
] as const;
