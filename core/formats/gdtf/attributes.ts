/** Which feature an attribute belongs to, and its unit (reference formats 1.4). */
export const featureGroups = ['Dimmer', 'Position', 'Gobo', 'Color', 'Beam', 'Focus', 'Control', 'Shapers'] as const;

const rules: readonly (readonly [pattern: RegExp, feature: string, unit: string, together?: string])[] = [
  [/^Dimmer/, 'Dimmer.Dimmer', 'LuminousIntensity'],
  [/^(Pan|Tilt)$/, 'Position.PanTilt', 'Angle', 'PanTilt'],
  [/^(Pan|Tilt|Position)/, 'Position.PanTilt', 'None'],
  [/^(Gobo|Animation)/, 'Gobo.Gobo', 'None'],
  [/^Color(Add|Sub|RGB)_/, 'Color.RGB', 'ColorComponent', 'ColorRGB'],
  [/^(CTO|CTC|CTB|Tint)/, 'Color.ColorCorrection', 'Temperature'],
  [/^Color/, 'Color.Color', 'None'],
  [/^Zoom/, 'Focus.Focus', 'Angle'],
  [/^Focus/, 'Focus.Focus', 'None'],
  [/^(Blade|Shaper)/, 'Shapers.Shapers', 'None', 'BeamShaper'],
  [/^(Shutter|Iris|Frost|Prism|Strobe|Effects)/, 'Beam.Beam', 'None'],
];

/** `together`: the activation group, whose attributes a desk takes together (names from memory). */
export function attributeFacts(name: string): { feature: string; unit: string; together: string | undefined } {
  const rule = rules.find(([pattern]) => pattern.test(name));
  return rule
    ? { feature: rule[1], unit: rule[2], together: rule[3] }
    : { feature: 'Control.Control', unit: 'None', together: undefined };
}
