/** Which feature an attribute belongs to, and its unit (reference formats 1.4). */
export const featureGroups = ['Dimmer', 'Position', 'Gobo', 'Color', 'Beam', 'Focus', 'Control', 'Shapers'] as const;

const rules: readonly (readonly [RegExp, string, string])[] = [
  [/^Dimmer/, 'Dimmer.Dimmer', 'LuminousIntensity'],
  [/^(Pan|Tilt)$/, 'Position.PanTilt', 'Angle'],
  [/^(Pan|Tilt|Position)/, 'Position.PanTilt', 'None'],
  [/^(Gobo|Animation)/, 'Gobo.Gobo', 'None'],
  [/^Color(Add|Sub|RGB)_/, 'Color.RGB', 'ColorComponent'],
  [/^(CTO|CTC|CTB|Tint)/, 'Color.ColorCorrection', 'Temperature'],
  [/^Color/, 'Color.Color', 'None'],
  [/^(Zoom|Focus)/, 'Focus.Focus', 'None'],
  [/^(Blade|Shaper)/, 'Shapers.Shapers', 'None'],
  [/^(Shutter|Iris|Frost|Prism|Strobe|Effects)/, 'Beam.Beam', 'None'],
];

export function attributeFacts(name: string): { feature: string; unit: string } {
  const rule = rules.find(([pattern]) => pattern.test(name));
  return rule ? { feature: rule[1], unit: rule[2] } : { feature: 'Control.Control', unit: 'None' };
}
