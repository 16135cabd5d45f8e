/** By what a drawing can be coloured. */
export const colourings = ['nothing', 'filter', 'purpose', 'position', 'type', 'universe', 'channel block'] as const;
export type ColourBy = (typeof colourings)[number];
