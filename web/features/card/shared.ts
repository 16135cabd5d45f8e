/** What the parts of the Card share. */
import type { Fixture } from '#core/model/records';

/** One value when all share it; null when they differ. */
export const shared = <T>(values: readonly T[]): T | null =>
  values.every((value) => value === values[0]) ? (values[0] ?? null) : null;

/** The fixture without an optional field, or with it. */
export function withField<K extends 'arm' | 'chord' | 'tags' | 'tagMoves' | 'accessories'>(
  fixture: Fixture,
  field: K,
  value: Fixture[K] | undefined,
): Fixture {
  const { [field]: _, ...rest } = fixture;
  return (value === undefined ? rest : { ...rest, [field]: value }) as Fixture;
}
